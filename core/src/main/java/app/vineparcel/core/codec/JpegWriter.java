package app.vineparcel.core.codec;

import app.vineparcel.core.codec.JpegSegments.Segment;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Writes JPEG, baseline or progressive, with the segments that {@link FileTags} asks for. */
final class JpegWriter implements PictureWriter {

    private final JpegEngine engine;
    private final OutputFormat.Jpeg options;

    JpegWriter(JpegEngine engine, OutputFormat.Jpeg options) {
        this.engine = engine;
        this.options = options;
    }

    @Override
    public void write(Pixels pixels, FileTags tags, Path file) throws IOException {
        byte[] jpeg = engine.encode(pixels, options);
        Files.write(file, JpegSegments.withSegments(jpeg, segments(tags)));
    }

    private static List<Segment> segments(FileTags tags) {
        List<Segment> segments = new ArrayList<>();
        segments.add(JpegSegments.named(JpegSegments.APP0, "JFIF\0", jfif(tags.ppi())));
        tags.exif().ifPresent(exif -> segments.add(JpegSegments.named(JpegSegments.APP1, "Exif\0\0", exif)));
        tags.xmp()
                .ifPresent(xmp ->
                        segments.add(JpegSegments.named(JpegSegments.APP1, "http://ns.adobe.com/xap/1.0/\0", xmp)));
        tags.profile().ifPresent(profile -> segments.addAll(JpegSegments.ofIcc(profile.bytes())));
        return segments;
    }

    /** Version 1.02, dots per inch, no thumbnail (ITU-T T.871, 10.1). */
    private static byte[] jfif(int ppi) {
        return ByteBuffer.allocate(9)
                .putShort((short) 0x0102)
                .put((byte) 1)
                .putShort((short) ppi)
                .putShort((short) ppi)
                .putShort((short) 0)
                .array();
    }
}
