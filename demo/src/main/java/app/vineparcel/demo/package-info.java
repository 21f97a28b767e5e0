/**
 * Makes the sample pictures of Harrow Lane Growers: procedural scenes with the light, depth, grain, metadata and profiles of
 * photographs, the same on every machine. Nobody and nothing in them is real.
 */
@NullMarked
package app.vineparcel.demo;

import org.jspecify.annotations.NullMarked;
