/**
 * Looking closely at renditions beside their source, noting what is to be done, and passing them or sending them back.
 *
 * <p>It must not know deliveries.
 */
@NullMarked
package app.vineparcel.web.proof;

import org.jspecify.annotations.NullMarked;
