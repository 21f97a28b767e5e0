/**
 * Folders of the application on this machine: where things lie, which sources may be named, previews of pictures.
 */
@NullMarked
package app.vineparcel.web.storage;

import org.jspecify.annotations.NullMarked;
