/**
 * Files that were handed over to the next program and come back as new versions of their sources.
 */
@NullMarked
package app.vineparcel.web.handover;

import org.jspecify.annotations.NullMarked;
