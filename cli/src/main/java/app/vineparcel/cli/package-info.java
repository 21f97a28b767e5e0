/**
 * The command line: recipes and sources in, folders out, without a server or a database. A thin face over the core; it must not know
 * the web application.
 */
@NullMarked
package app.vineparcel.cli;

import org.jspecify.annotations.NullMarked;
