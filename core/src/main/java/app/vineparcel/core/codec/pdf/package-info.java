/**
 * Vectors to PDF: drawings, pages of other PDFs and pictures as form XObjects, items on pages with boxes, marks, bookmarks and an output
 * intent (ISO 32000-1, and ISO 32000-2 for version 2.0).
 *
 * <p>It must not know recipes or sources.
 */
@NullMarked
package app.vineparcel.core.codec.pdf;

import org.jspecify.annotations.NullMarked;
