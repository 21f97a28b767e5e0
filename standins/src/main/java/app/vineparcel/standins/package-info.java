/**
 * Small simulated devices and services, on loopback. Each answers only whoever knows its secret path.
 *
 * <p>It must not know the product, which talks to it as it would to the real thing.
 */
@NullMarked
package app.vineparcel.standins;

import org.jspecify.annotations.NullMarked;
