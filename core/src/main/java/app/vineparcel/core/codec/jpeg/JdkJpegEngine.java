package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.codec.AwtPixels;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.LibraryReader;
import app.vineparcel.core.codec.LibraryWriter;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.plugins.jpeg.JPEGImageWriteParam;
import org.w3c.dom.NodeList;

/** JPEG through the codec of the JDK. It hands components over as they are stored; YCbCr is turned into RGB here. */
public final class JdkJpegEngine implements JpegEngine {

    private static final LibraryReader READER = new LibraryReader("jpeg", "com.sun.");
    private static final LibraryWriter WRITER = new LibraryWriter("jpeg", "com.sun.");
    private static final String TREE = "javax_imageio_jpeg_image_1.0";

    @Override
    public String name() {
        return "the JDK's codec";
    }

    @Override
    public Unpacked decode(Path file) throws IOException {
        JpegSegments segments = JpegSegments.read(file);
        Unpacked unpacked = READER.with(file, this::components);
        Pixels stored = unpacked.pixels();
        if (stored.bands() == 3 && segments.isYcc()) {
            YccToRgb.inPlace(stored.bytes(), 3);
        } else if (stored.bands() == 4 && segments.adobeTransform().orElse(0) == 2) {
            YccToRgb.inPlace(stored.bytes(), 4);
            complementColours(stored.bytes());
        }
        return unpacked;
    }

    /** RGB of YCCK is the complement of CMY (ITU-T T.872, 6.5.3); black stays. */
    private static void complementColours(byte[] cmyk) {
        for (int i = 0; i < cmyk.length; i++) {
            if ((i & 3) != 3) {
                cmyk[i] = (byte) ~cmyk[i];
            }
        }
    }

    private Unpacked components(ImageReader reader) throws IOException {
        List<String> warnings = new ArrayList<>();
        reader.addIIOReadWarningListener((source, warning) -> warnings.add(warning));
        Pixels pixels = AwtPixels.of(reader.readRaster(0, null), false);
        boolean cut =
                warnings.stream().anyMatch(said -> said.contains("Missing EOI") || said.contains("Premature end"));
        boolean damaged =
                warnings.stream().anyMatch(said -> said.startsWith("Corrupt") && !said.contains("extraneous"));
        return new Unpacked(pixels, cut ? Flaw.CUT_SHORT : damaged ? Flaw.DAMAGED : Flaw.NONE);
    }

    @Override
    public byte[] encode(Pixels pixels, JpegFormat options) throws IOException {
        IIOImage image = pixels.bands() == 4
                ? new IIOImage(AwtPixels.raster(pixels), null, null)
                : new IIOImage(AwtPixels.image(pixels), null, null);
        return WRITER.bytes(image, (writer, param) -> {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(scale(options.quality()));
            if (param instanceof JPEGImageWriteParam huffman) {
                huffman.setOptimizeHuffmanTables(true);
            }
            param.setProgressiveMode(
                    options.progressive() ? ImageWriteParam.MODE_DEFAULT : ImageWriteParam.MODE_DISABLED);
            return pixels.bands() == 3 ? sampling(writer, param, pixels, options.chroma()) : null;
        });
    }

    /**
     * The library maps its own 0–1 to the Independent JPEG Group's 1–100 through a float; a nudge keeps every step exact.
     */
    private static float scale(int quality) {
        return Math.min(1f, (quality + 0.001f) / 100f);
    }

    private static IIOMetadata sampling(ImageWriter writer, ImageWriteParam param, Pixels pixels, Chroma thinned)
            throws IOException {
        ImageTypeSpecifier type = new ImageTypeSpecifier(AwtPixels.image(pixels));
        IIOMetadata metadata = writer.getDefaultImageMetadata(type, param);
        IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree(TREE);
        NodeList components = root.getElementsByTagName("componentSpec");
        IIOMetadataNode luma = (IIOMetadataNode) components.item(0);
        luma.setAttribute("HsamplingFactor", String.valueOf(thinned.across()));
        luma.setAttribute("VsamplingFactor", String.valueOf(thinned.down()));
        for (int i = 1; i < components.getLength(); i++) {
            IIOMetadataNode chroma = (IIOMetadataNode) components.item(i);
            chroma.setAttribute("HsamplingFactor", "1");
            chroma.setAttribute("VsamplingFactor", "1");
        }
        metadata.setFromTree(TREE, root);
        return metadata;
    }
}
