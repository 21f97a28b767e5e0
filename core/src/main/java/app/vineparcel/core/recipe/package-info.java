/**
 * The recipe and its clauses as records; the public recipe file in and out; validation with the place of every error.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.recipe;

import org.jspecify.annotations.NullMarked;
