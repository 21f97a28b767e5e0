/**
 * GIF (version 89a) from bytes to samples.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.gif;

import org.jspecify.annotations.NullMarked;
