/**
 * Piece and recipe make exactly what will be made: crop box, pixel size, profile, path, predicted weight, findings.
 *
 * <p>It must not know the values of pixels.
 */
@NullMarked
package app.vineparcel.core.plan;

import org.jspecify.annotations.NullMarked;
