/**
 * What can be chosen about the formats that keep shapes: PDF, SVG, EPS. They are written by {@code codec.pdf}, {@code codec.eps} and {@code source}.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.shapes;

import org.jspecify.annotations.NullMarked;
