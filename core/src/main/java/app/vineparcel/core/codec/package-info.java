/**
 * Pixels to and from bytes: what all formats share. Each has a package below this one, and {@code formats} lists them.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec;

import org.jspecify.annotations.NullMarked;
