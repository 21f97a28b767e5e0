/**
 * Pictures and lines of text that are items over renditions.
 */
@NullMarked
package app.vineparcel.web.marks;

import org.jspecify.annotations.NullMarked;
