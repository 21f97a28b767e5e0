/**
 * JPEG of more than eight bits a sample (ITU-T T.81), which the libraries do not unpack, from bytes to samples.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.jpeg;

import org.jspecify.annotations.NullMarked;
