package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.ImageResources;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.IOException;
import java.nio.file.Path;

/** What a JPEG carries beside its picture. */
public final class JpegBlocks {

    private JpegBlocks() {}

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file) throws IOException {
        JpegSegments segments = JpegSegments.read(file);
        return new EmbeddedBlocks(
                segments.icc(),
                new CarriedMetadata(
                        segments.after(JpegSegments.APP1, JpegSegments.EXIF).flatMap(EmbeddedBlocks::directory),
                        segments.after(JpegSegments.APP13, JpegSegments.RESOURCES)
                                .flatMap(ImageResources::iptc),
                        segments.after(JpegSegments.APP1, JpegSegments.XMP)));
    }
}
