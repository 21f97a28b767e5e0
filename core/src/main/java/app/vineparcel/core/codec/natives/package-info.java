/**
 * Libraries of this machine that pack pictures, called through their public C interfaces: one class a library. Each is asked for by the
 * version of its interface, so that another one is as good as none. They only ever get pixels that were decoded before, never a file.
 *
 * <p>It must not know recipes, files and what becomes of the bytes.
 */
@NullMarked
package app.vineparcel.core.codec.natives;

import org.jspecify.annotations.NullMarked;
