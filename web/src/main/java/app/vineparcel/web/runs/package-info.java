/**
 * Starting runs, doing them in the background, telling how they go.
 */
@NullMarked
package app.vineparcel.web.runs;

import org.jspecify.annotations.NullMarked;
