package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.ImageResources;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.jpeg.JpegSegments;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** All metadata that pictures carry, block by block: a JPEG may hold several of a kind, of which readers use the first and others may use any. */
public final class FoundMetadata {

    private static final String EXTENDED_XMP = "http://ns.adobe.com/xmp/extension/\0";
    /** Behind the name: a digest of 32 letters, the whole length, where this part belongs (XMP specification part 3, 1.1.3.1). */
    private static final int EXTENDED_HEAD = 40;

    private FoundMetadata() {}

    /** In a file; nothing where it is no picture. */
    public static List<CarriedMetadata> file(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            Optional<SourceFormat> format = SourceFormat.of(in.readNBytes(SourceFormat.SIGNATURE_LENGTH));
            if (format.isEmpty()) {
                return List.of();
            }
            return format.get() == SourceFormat.JPEG
                    ? segments(JpegSegments.read(file))
                    : List.of(FoundBlocks.in(file, format.get()).metadata());
        } catch (IOException damaged) {
            return List.of();
        }
    }

    /** In a picture in memory; nothing where it is none. */
    public static List<CarriedMetadata> picture(byte[] picture) {
        try {
            if (picture.length > 2 && picture[0] == (byte) 0xff && picture[1] == (byte) 0xd8) {
                return segments(JpegSegments.read(new ByteArrayInputStream(picture)));
            }
            Path copy = Files.createTempFile("picture", "");
            try {
                return file(Files.write(copy, picture));
            } finally {
                Files.deleteIfExists(copy);
            }
        } catch (IOException damaged) {
            return List.of();
        }
    }

    private static List<CarriedMetadata> segments(JpegSegments jpeg) {
        List<CarriedMetadata> found = new ArrayList<>();
        ByteArrayOutputStream extended = new ByteArrayOutputStream();
        for (JpegSegments.Segment segment : jpeg.all()) {
            if (segment.marker() == JpegSegments.APP1 && segment.begins(JpegSegments.EXIF)) {
                found.add(new CarriedMetadata(
                        EmbeddedBlocks.directory(segment.behind(JpegSegments.EXIF)),
                        Optional.empty(),
                        Optional.empty()));
            } else if (segment.marker() == JpegSegments.APP1 && segment.begins(JpegSegments.XMP)) {
                found.add(xmp(segment.behind(JpegSegments.XMP)));
            } else if (segment.marker() == JpegSegments.APP1 && segment.begins(EXTENDED_XMP)) {
                byte[] part = segment.behind(EXTENDED_XMP);
                extended.write(part, Math.min(EXTENDED_HEAD, part.length), Math.max(0, part.length - EXTENDED_HEAD));
            } else if (segment.marker() == JpegSegments.APP13 && segment.begins(JpegSegments.RESOURCES)) {
                found.add(new CarriedMetadata(
                        Optional.empty(),
                        ImageResources.iptc(segment.behind(JpegSegments.RESOURCES)),
                        Optional.empty()));
            }
        }
        if (extended.size() > 0) {
            found.add(xmp(extended.toByteArray()));
        }
        return found;
    }

    private static CarriedMetadata xmp(byte[] packet) {
        return new CarriedMetadata(Optional.empty(), Optional.empty(), Optional.of(packet));
    }
}
