package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;

/** Writes one kind of picture file. The same picture, tags and options give the same bytes. */
@FunctionalInterface
public interface PictureWriter {

    /**
     * Writes the whole file.
     *
     * @param picture at the format's depth, with alpha only where the format keeps it, in inks only where it takes them
     * @param file created or replaced
     * @throws IOException with a reason in words if the picture does not fit the format or the disk
     */
    void write(Picture picture, FileTags tags, Path file) throws IOException;
}
