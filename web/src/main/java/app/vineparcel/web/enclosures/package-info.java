/**
 * What goes along with the files of a channel once a run is over, and telling others of it.
 */
@NullMarked
package app.vineparcel.web.enclosures;

import org.jspecify.annotations.NullMarked;
