/**
 * Pieces on paper: as a PDF, or to a printer by the Internet Printing Protocol, one of which is simulated and keeps what it was sent.
 */
@NullMarked
package app.vineparcel.web.printing;

import org.jspecify.annotations.NullMarked;
