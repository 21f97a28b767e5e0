/**
 * PDF sources: pages, boxes, layers, passwords, and drawing them.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.source.pdf;

import org.jspecify.annotations.NullMarked;
