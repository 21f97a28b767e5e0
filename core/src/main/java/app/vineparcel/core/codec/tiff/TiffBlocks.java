package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.util.Optional;

/** What a TIFF carries beside its picture. */
public final class TiffBlocks {

    private static final int XMP = 700;
    private static final int IPTC = 33723;
    private static final int ICC = 34675;

    private TiffBlocks() {}

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file) throws IOException {
        Optional<TiffDirectory> directory;
        try (FileChannel channel = FileChannel.open(file)) {
            directory = TiffDirectory.all(channel, 1).stream().findFirst();
        }
        if (directory.isEmpty()) {
            throw new IOException("its directory of tags is damaged.");
        }
        return new EmbeddedBlocks(
                block(directory.get(), ICC),
                new CarriedMetadata(directory, block(directory.get(), IPTC), block(directory.get(), XMP)));
    }

    private static Optional<byte[]> block(TiffDirectory directory, int tag) {
        return directory.field(tag).map(TiffField::data);
    }
}
