package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.ImageResources;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.jpeg.JpegSegments.Segment;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Writes JPEG, baseline or progressive, with the segments that {@link FileTags} asks for. */
final class JpegWriter implements PictureWriter {

    private final JpegEngine engine;
    private final JpegFormat options;

    JpegWriter(JpegEngine engine, JpegFormat options) {
        this.engine = engine;
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        boolean inks = picture.pixels().bands() == ColourModel.CMYK.bands();
        byte[] jpeg = engine.encode(inks ? inverted(picture.pixels()) : picture.pixels(), options);
        List<Segment> segments = segments(picture, tags);
        if (inks) {
            segments.add(JpegSegments.named(JpegSegments.APP14, "Adobe", adobe(jpeg)));
        }
        Files.write(file, JpegSegments.withSegments(jpeg, segments));
    }

    private static List<Segment> segments(Picture picture, FileTags tags) {
        List<Segment> segments = new ArrayList<>();
        if (picture.pixels().bands() != ColourModel.CMYK.bands()) {
            segments.add(JpegSegments.named(JpegSegments.APP0, "JFIF\0", jfif(tags.ppi())));
        }
        segments.addAll(metadata(tags));
        if (tags.embedProfile()) {
            segments.addAll(JpegSegments.ofIcc(picture.profile().bytes()));
        }
        return segments;
    }

    /** EXIF, XMP and IPTC, as far as there are any. */
    static List<Segment> metadata(FileTags tags) {
        List<Segment> segments = new ArrayList<>();
        tags.exif().ifPresent(exif -> segments.add(JpegSegments.named(JpegSegments.APP1, JpegSegments.EXIF, exif)));
        tags.xmp().ifPresent(xmp -> segments.add(JpegSegments.named(JpegSegments.APP1, JpegSegments.XMP, xmp)));
        tags.iptc()
                .ifPresent(iptc -> segments.add(
                        JpegSegments.named(JpegSegments.APP13, JpegSegments.RESOURCES, ImageResources.ofIptc(iptc))));
        return segments;
    }

    /** Four inks are stored as Adobe does it, counting paper instead of ink. */
    private static Pixels inverted(Pixels inks) {
        byte[] samples = inks.bytes().clone();
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) ~samples[i];
        }
        return Pixels.of8(inks.size(), inks.bands(), false, samples);
    }

    /** Version 100, no flags, and the transform that the engine chose: 2 for YCCK, 0 for inks as they stand (ITU-T T.872, 6.5.3). */
    private static byte[] adobe(byte[] jpeg) throws IOException {
        int transform = JpegSegments.read(new ByteArrayInputStream(jpeg))
                .adobeTransform()
                .orElse(0);
        return new byte[] {0, 100, 0, 0, 0, 0, (byte) transform};
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
