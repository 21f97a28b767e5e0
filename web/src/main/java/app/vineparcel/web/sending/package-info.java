/**
 * Files on their way from delivery folders to destinations, several at once, until each has arrived or cannot.
 */
@NullMarked
package app.vineparcel.web.sending;

import org.jspecify.annotations.NullMarked;
