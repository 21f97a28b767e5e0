/**
 * Places that files are sent to: what is known of them, whether they can be reached, and opening them.
 */
@NullMarked
package app.vineparcel.web.destinations;

import org.jspecify.annotations.NullMarked;
