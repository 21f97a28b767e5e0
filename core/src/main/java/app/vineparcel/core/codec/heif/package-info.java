/**
 * AVIF (AV1 Image File Format) and HEIC, both boxes of the same kind (ISO/IEC 23008-12), read and written through programs of this machine.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.heif;

import org.jspecify.annotations.NullMarked;
