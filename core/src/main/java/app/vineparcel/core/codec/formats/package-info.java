/**
 * The list of formats: what recipes can name and what can be imported, each looked after by a package of its own.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.formats;

import org.jspecify.annotations.NullMarked;
