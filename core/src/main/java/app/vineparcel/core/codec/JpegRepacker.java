package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;

/** Packs the very data of a JPEG file in another way, from which it can be had again byte for byte. */
@FunctionalInterface
public interface JpegRepacker {

    /**
     * Writes the whole file.
     *
     * @param jpeg without metadata
     * @param tags what goes in beside it; the profile is the JPEG's own
     * @param file created or replaced
     * @throws IOException with a reason in words if it cannot be packed
     */
    void repack(byte[] jpeg, FileTags tags, Path file) throws IOException;
}
