/**
 * Templates for file names and folders, safe names, numbering and collisions.
 *
 * <p>It must not know pixels.
 */
@NullMarked
package app.vineparcel.core.naming;

import org.jspecify.annotations.NullMarked;
