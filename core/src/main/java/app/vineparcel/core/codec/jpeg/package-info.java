/**
 * JPEG (ITU-T T.81), to and from bytes; of more than eight bits a sample, which the libraries do not unpack, by our own decoder.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.jpeg;

import org.jspecify.annotations.NullMarked;
