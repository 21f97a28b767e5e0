/**
 * Keeping and editing recipes. The recipe itself and its rules are the core's.
 */
@NullMarked
package app.vineparcel.web.recipes;

import org.jspecify.annotations.NullMarked;
