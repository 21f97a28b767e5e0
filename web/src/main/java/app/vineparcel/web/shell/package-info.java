/**
 * The frame of every page, errors in words, security, settings.
 */
@NullMarked
package app.vineparcel.web.shell;

import org.jspecify.annotations.NullMarked;
