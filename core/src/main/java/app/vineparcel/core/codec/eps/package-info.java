/**
 * Encapsulated PostScript, level 3, from a page of a PDF: what is opaque stays shapes and text, the rest becomes pixels where it lies.
 */
@NullMarked
package app.vineparcel.core.codec.eps;

import org.jspecify.annotations.NullMarked;
