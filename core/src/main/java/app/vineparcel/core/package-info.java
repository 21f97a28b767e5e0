/**
 * The computation of Vine Parcel as a library: pixels, profiles, geometry, names, plans and files.
 *
 * <p>This package itself holds only what every room shares: the {@link app.vineparcel.core.Problem} a person can act on.
 * Data walks one way, {@code source → piece → plan → render → deliver}; a room knows only the rooms before it. It must not
 * know a screen, a database, HTTP, the clock or chance: those are handed in.
 */
@NullMarked
package app.vineparcel.core;

import org.jspecify.annotations.NullMarked;
