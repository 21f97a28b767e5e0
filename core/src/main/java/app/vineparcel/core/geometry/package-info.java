/**
 * Sizes, boxes, fitting and units: how many pixels a rendition gets and which part of the piece they show. Pure arithmetic on immutable values.
 *
 * <p>It must not know anything else.
 */
@NullMarked
package app.vineparcel.core.geometry;

import org.jspecify.annotations.NullMarked;
