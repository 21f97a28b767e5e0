/**
 * Named sets of recipes with a destination folder.
 */
@NullMarked
package app.vineparcel.web.channels;

import org.jspecify.annotations.NullMarked;
