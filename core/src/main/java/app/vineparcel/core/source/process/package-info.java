/**
 * Reading one source in a process of its own, with its own heap and a time limit, so that nothing it holds can bring down whoever asked.
 *
 * <p>It must not know recipes, or what becomes of a source that was read.
 */
@NullMarked
package app.vineparcel.core.source.process;

import org.jspecify.annotations.NullMarked;
