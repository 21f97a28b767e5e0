/**
 * WebP (RFC 9649), to and from bytes.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.webp;

import org.jspecify.annotations.NullMarked;
