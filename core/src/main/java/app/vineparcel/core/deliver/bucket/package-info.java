/**
 * A bucket that speaks S3.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.deliver.bucket;

import org.jspecify.annotations.NullMarked;
