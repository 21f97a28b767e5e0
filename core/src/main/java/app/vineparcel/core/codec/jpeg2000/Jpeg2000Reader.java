package app.vineparcel.core.codec.jpeg2000;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.LibraryReader;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.IOException;
import java.nio.file.Path;

/** Reads JPEG 2000. */
public final class Jpeg2000Reader extends LibraryReader {

    public Jpeg2000Reader() {
        super("jpeg2000", "com.github.jaiimageio.");
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return new EmbeddedBlocks(Jpeg2000Boxes.icc(file), CarriedMetadata.NONE);
    }
}
