package app.vineparcel.core.codec.jpeg;

import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Makes even CMYK pictures the way print programs store them: paper instead of ink, with Adobe's marker. */
public final class CmykJpeg {

    private CmykJpeg() {}

    /** Inks 0 to 255; transform 0 for plain CMYK, 2 for YCCK, whose RGB is the complement of the stored CMY (ITU-T T.872, 6.5.3). */
    public static Path write(Path file, int transform, int... inks) throws IOException {
        int[] stored = new int[4];
        for (int band = 0; band < 4; band++) {
            stored[band] = 255 - inks[band];
        }
        if (transform == 2) {
            double r = 255 - stored[0];
            double g = 255 - stored[1];
            double b = 255 - stored[2];
            stored[0] = (int) Math.round(0.299 * r + 0.587 * g + 0.114 * b);
            stored[1] = (int) Math.round(128 - 0.168736 * r - 0.331264 * g + 0.5 * b);
            stored[2] = (int) Math.round(128 + 0.5 * r - 0.418688 * g - 0.081312 * b);
        }
        WritableRaster raster = Raster.createInterleavedRaster(DataBuffer.TYPE_BYTE, 16, 16, 4, null);
        for (int i = 0; i < 256; i++) {
            raster.setPixel(i % 16, i / 16, stored);
        }
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(new IIOImage(raster, null, null));
        } finally {
            writer.dispose();
        }
        JpegSegments.Segment adobe =
                JpegSegments.named(JpegSegments.APP14, "Adobe", new byte[] {0, 100, 0, 0, 0, 0, (byte) transform});
        return Files.write(file, JpegSegments.withSegments(bytes.toByteArray(), List.of(adobe)));
    }
}
