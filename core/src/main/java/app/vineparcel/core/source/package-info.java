/**
 * Opening a file: what it is, which pieces it holds, and a piece's pixels or vectors at an asked size. Refuses what is broken or too
 * large before memory is touched.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.source;

import org.jspecify.annotations.NullMarked;
