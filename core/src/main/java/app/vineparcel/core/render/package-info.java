/**
 * Does what the plan says, source by source: opens each once, shares every intermediate, hands each rendition over.
 *
 * <p>It must not know HTTP or a database.
 */
@NullMarked
package app.vineparcel.core.render;

import org.jspecify.annotations.NullMarked;
