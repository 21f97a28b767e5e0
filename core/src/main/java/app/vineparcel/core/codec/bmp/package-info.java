/**
 * Windows bitmaps and the icons made of them, from bytes to pixels.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.bmp;

import org.jspecify.annotations.NullMarked;
