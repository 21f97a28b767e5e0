/**
 * OpenRaster sources: the stack of layers and how they are items over each other.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.source.openraster;

import org.jspecify.annotations.NullMarked;
