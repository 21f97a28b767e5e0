/**
 * The source's own file, handed on.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.copy;

import org.jspecify.annotations.NullMarked;
