package app.vineparcel.core.codec;

import app.vineparcel.core.codec.JpegSegments.Segment;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import org.w3c.dom.NodeList;

/** Writes JPEG, baseline or progressive, with the segments that {@link FileTags} asks for. */
final class JpegWriter implements PictureWriter {

    private static final LibraryWriter LIBRARY = new LibraryWriter("jpeg", "com.sun.");
    private static final String TREE = "javax_imageio_jpeg_image_1.0";

    private final OutputFormat.Jpeg options;

    JpegWriter(OutputFormat.Jpeg options) {
        this.options = options;
    }

    @Override
    public void write(Pixels pixels, FileTags tags, Path file) throws IOException {
        byte[] jpeg = LIBRARY.bytes(AwtPixels.image(pixels), (writer, param) -> {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(scale(options.quality()));
            param.setProgressiveMode(
                    options.progressive() ? ImageWriteParam.MODE_DEFAULT : ImageWriteParam.MODE_DISABLED);
            return pixels.bands() == 3 ? sampling(writer, param, pixels) : null;
        });
        Files.write(file, JpegSegments.withSegments(jpeg, segments(tags)));
    }

    /**
     * The library maps its own 0–1 to the Independent JPEG Group's 1–100 through a float; a nudge keeps every step exact.
     */
    private static float scale(int quality) {
        return Math.min(1f, (quality + 0.001f) / 100f);
    }

    private IIOMetadata sampling(ImageWriter writer, ImageWriteParam param, Pixels pixels) throws IOException {
        ImageTypeSpecifier type = new ImageTypeSpecifier(AwtPixels.image(pixels));
        IIOMetadata metadata = writer.getDefaultImageMetadata(type, param);
        IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree(TREE);
        NodeList components = root.getElementsByTagName("componentSpec");
        IIOMetadataNode luma = (IIOMetadataNode) components.item(0);
        luma.setAttribute("HsamplingFactor", String.valueOf(options.chroma().across()));
        luma.setAttribute("VsamplingFactor", String.valueOf(options.chroma().down()));
        for (int i = 1; i < components.getLength(); i++) {
            IIOMetadataNode chroma = (IIOMetadataNode) components.item(i);
            chroma.setAttribute("HsamplingFactor", "1");
            chroma.setAttribute("VsamplingFactor", "1");
        }
        metadata.setFromTree(TREE, root);
        return metadata;
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
