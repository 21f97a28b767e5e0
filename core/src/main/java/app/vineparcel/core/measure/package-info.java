/**
 * How far two rasters of one size are apart.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.measure;

import org.jspecify.annotations.NullMarked;
