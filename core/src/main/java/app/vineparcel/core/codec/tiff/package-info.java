/**
 * TIFF (6.0, its technical notes 1 and 2, and BigTIFF) from bytes to samples: what a page says of itself, its packings, bits, predictors and
 * ways of meaning colour.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.tiff;

import org.jspecify.annotations.NullMarked;
