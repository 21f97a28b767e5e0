/**
 * ICC profiles (reading, building, naming) and the conversions between them. Colours are numbers here; pictures come later.
 *
 * <p>It must not know files or recipes.
 */
@NullMarked
package app.vineparcel.core.colour;

import org.jspecify.annotations.NullMarked;
