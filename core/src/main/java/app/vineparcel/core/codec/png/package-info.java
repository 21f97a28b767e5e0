/**
 * PNG (W3C Portable Network Graphics, third edition; ISO/IEC 15948) from bytes to samples and back.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.png;

import org.jspecify.annotations.NullMarked;
