/**
 * Pieces against recipes: choosing what will be made, and seeing it before it is made.
 */
@NullMarked
package app.vineparcel.web.plan;

import org.jspecify.annotations.NullMarked;
