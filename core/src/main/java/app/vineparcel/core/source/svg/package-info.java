/**
 * SVG sources: reading without reaching out of the file, finding artboards and objects, drawing them.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.source.svg;

import org.jspecify.annotations.NullMarked;
