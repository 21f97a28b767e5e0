/**
 * Portable any-maps (PBM, PGM, PPM, PAM, PFM), from bytes to pixels.
 *
 * <p>It must not know recipes.
 */
@NullMarked
package app.vineparcel.core.codec.pnm;

import org.jspecify.annotations.NullMarked;
