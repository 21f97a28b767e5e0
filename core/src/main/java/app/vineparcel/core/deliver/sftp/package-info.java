/**
 * A folder behind SFTP.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.deliver.sftp;

import org.jspecify.annotations.NullMarked;
