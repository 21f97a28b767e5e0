package app.vineparcel.core.codec;

import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Path;

/** Reads one kind of picture file. Stateless; may be used from several threads. */
public interface PictureReader {

    /**
     * The stored size, from the header alone.
     *
     * @throws IOException with a reason in words if the header is not whole
     */
    PixelSize size(Path file) throws IOException;

    /**
     * All pixels of the first picture in the file. Of one that is cut short what is there, with a notice.
     *
     * @throws IOException with a reason in words if the file is damaged or of a kind that is not read
     */
    Decoded read(Path file) throws IOException;

    /**
     * The same with fewer pixels, where the format has them for less.
     *
     * @param leastEdge the long edge, px, that is expected at least
     */
    default Decoded read(Path file, int leastEdge) throws IOException {
        return read(file);
    }

    /**
     * What the file carries beside its picture.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    default EmbeddedBlocks blocks(Path file) throws IOException {
        return EmbeddedBlocks.NONE;
    }

    /** Whether the file goes on to its end, as far as can be told without decoding it. */
    default boolean seemsWhole(Path file) throws IOException {
        return true;
    }
}
