/**
 * What runs left in folders: looking at it and options it along.
 */
@NullMarked
package app.vineparcel.web.deliveries;

import org.jspecify.annotations.NullMarked;
