/**
 * Pixels to and from bytes, one class a format. Well-kept libraries do the compression; headers, profiles and limits are looked after here.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec;

import org.jspecify.annotations.NullMarked;
