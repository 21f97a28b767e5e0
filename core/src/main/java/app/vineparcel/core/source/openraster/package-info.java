/**
 * OpenRaster sources: the stack of layers and how they are laid over each other.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.source.openraster;

import org.jspecify.annotations.NullMarked;
