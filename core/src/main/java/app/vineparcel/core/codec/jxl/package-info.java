/**
 * JPEG XL (ISO/IEC 18181), written through a program of this machine.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.jxl;

import org.jspecify.annotations.NullMarked;
