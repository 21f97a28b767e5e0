/**
 * Bringing files in, reading them in the background, and showing them.
 */
@NullMarked
package app.vineparcel.web.sources;

import org.jspecify.annotations.NullMarked;
