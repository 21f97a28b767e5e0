/**
 * What can be said of pixels by numbers: how far two pictures are apart, and the facts of one by which its renditions are foretold.
 *
 * <p>It must not know recipes, files or formats.
 */
@NullMarked
package app.vineparcel.core.measure;

import org.jspecify.annotations.NullMarked;
