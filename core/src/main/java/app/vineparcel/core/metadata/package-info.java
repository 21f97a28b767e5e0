/**
 * Reading, choosing and writing what a picture says of itself: EXIF, IPTC and XMP.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.metadata;

import org.jspecify.annotations.NullMarked;
