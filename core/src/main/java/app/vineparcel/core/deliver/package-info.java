/**
 * Puts files in place whole or not at all, and remembers which ones it wrote.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.deliver;

import org.jspecify.annotations.NullMarked;
