/**
 * Pictures and lines of text that are laid over renditions.
 */
@NullMarked
package app.vineparcel.web.marks;

import org.jspecify.annotations.NullMarked;
