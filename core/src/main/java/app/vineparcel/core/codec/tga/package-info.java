/**
 * Truevision TGA, from bytes to pixels.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.tga;

import org.jspecify.annotations.NullMarked;
