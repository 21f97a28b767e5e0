package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.SourceFormat;
import java.io.IOException;
import java.nio.file.Path;

/** Finds what files of any format carry beside their pictures. */
public final class FoundBlocks {

    private FoundBlocks() {}

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file, SourceFormat format) throws IOException {
        return format.isPicture() ? PictureReaders.of(format).blocks(file) : EmbeddedBlocks.NONE;
    }
}
