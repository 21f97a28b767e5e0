/**
 * How far a picture looks from its original: a measure over several scales in opponent colours, and its scale in words.
 *
 * <p>It must not know files, formats and recipes.
 */
@NullMarked
package app.vineparcel.core.measure.look;

import org.jspecify.annotations.NullMarked;
