/**
 * Assignments: one body of work each. It must not know what other features keep about them.
 */
@NullMarked
package app.vineparcel.web.assignments;

import org.jspecify.annotations.NullMarked;
