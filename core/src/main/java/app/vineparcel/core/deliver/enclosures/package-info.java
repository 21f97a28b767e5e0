/**
 * What goes along with delivered files: the manifest, the contact sheet, the text about usage, and elements for web pages; and checking a folder
 * against its manifest.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.deliver.enclosures;

import org.jspecify.annotations.NullMarked;
