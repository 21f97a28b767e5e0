/**
 * Pixel buffers and the steps on them, one class a step: turning, resampling, colour conversion, flattening, quantising.
 *
 * <p>It must not know files or recipes.
 */
@NullMarked
package app.vineparcel.core.raster;

import org.jspecify.annotations.NullMarked;
