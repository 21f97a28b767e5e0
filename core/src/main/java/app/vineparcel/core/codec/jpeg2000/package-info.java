/**
 * What the boxes of a JPEG 2000 file say; a library unpacks its pixels.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.jpeg2000;

import org.jspecify.annotations.NullMarked;
