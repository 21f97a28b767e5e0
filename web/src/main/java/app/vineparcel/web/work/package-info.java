/**
 * Work that is done in the background, by this process or another one: what waits is in the database, and whoever works takes it from there. It knows
 * nothing of what the work is; other features bring their jobs.
 */
@NullMarked
package app.vineparcel.web.work;

import org.jspecify.annotations.NullMarked;
