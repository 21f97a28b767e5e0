package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.heif.AvifFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.jxl.JxlFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.tiff.Compression;
import app.vineparcel.core.codec.tiff.TiffFormat;
import app.vineparcel.core.codec.webp.WebpFormat;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/** Sound files of every picture format, made from 8-bit RGB pixels. */
final class MadeFiles {

    private MadeFiles() {}

    static byte[] sound(SourceFormat format, Pixels photo, Path folder) throws IOException {
        Path file = folder.resolve("made." + format.name().toLowerCase(java.util.Locale.ROOT));
        switch (format) {
            case JPEG -> write(new JpegFormat(90, false, Chroma.HALF), photo, file);
            case PNG -> write(new PngFormat(24), photo, file);
            case TIFF -> write(new TiffFormat(8, Compression.LZW), photo, file);
            case WEBP -> write(new WebpFormat(90, false), photo, file);
            case AVIF -> write(new AvifFormat(80, false), photo, file);
            case JXL -> write(new JxlFormat(80, true, 8), photo, file);
            case GIF -> ImageIO.write(Pictures.image(photo), "gif", file.toFile());
            case BMP -> ImageIO.write(Pictures.image(photo), "bmp", file.toFile());
            case ICO -> Files.write(file, icon(photo));
            case PNM -> Files.write(file, pnm(photo));
            case TGA -> Files.write(file, tga(photo));
            case JPEG2000 -> jpeg2000(photo, file);
            case HEIC -> heic(photo, folder, file);
            default -> throw new IllegalArgumentException(format + " is no picture");
        }
        return Files.readAllBytes(file);
    }

    private static void write(OutputFormat format, Pixels photo, Path file) throws IOException {
        format.writer().write(Pictures.picture(photo), FileTags.profiled(300), file);
    }

    private static byte[] pnm(Pixels photo) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("P6\n# made\n%d %d\n255\n"
                .formatted(photo.size().width(), photo.size().height())
                .getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(photo.bytes());
        return out.toByteArray();
    }

    /** Rows from the bottom, blue first. */
    private static byte[] tga(Pixels photo) {
        int width = photo.size().width();
        int height = photo.size().height();
        ByteBuffer out = ByteBuffer.allocate(18 + photo.bytes().length).order(ByteOrder.LITTLE_ENDIAN);
        out.put(2, (byte) 2)
                .putShort(12, (short) width)
                .putShort(14, (short) height)
                .put(16, (byte) 24);
        out.position(18);
        put(photo, out, 3);
        return out.array();
    }

    private static void put(Pixels photo, ByteBuffer out, int bytes) {
        for (int y = photo.size().height() - 1; y >= 0; y--) {
            for (int x = 0; x < photo.size().width(); x++) {
                for (int band = 2; band >= 0; band--) {
                    out.put((byte) photo.sample(x, y, band));
                }
                if (bytes == 4) {
                    out.put((byte) 255);
                }
            }
        }
    }

    /** One picture of 32 bits with an empty mask. */
    static byte[] icon(Pixels photo) {
        int width = photo.size().width();
        int height = photo.size().height();
        int mask = (width + 31) / 32 * 4 * height;
        int length = 40 + width * height * 4 + mask;
        ByteBuffer out = ByteBuffer.allocate(22 + length).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 0).putShort((short) 1).putShort((short) 1);
        out.put((byte) width).put((byte) height).putShort((short) 0);
        out.putShort((short) 1).putShort((short) 32).putInt(length).putInt(22);
        out.putInt(40).putInt(width).putInt(2 * height).putShort((short) 1).putShort((short) 32);
        out.position(22 + 40);
        put(photo, out, 4);
        return out.array();
    }

    private static void jpeg2000(Pixels photo, Path file) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg2000").next();
        Files.deleteIfExists(file);
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            BufferedImage image =
                    new BufferedImage(photo.size().width(), photo.size().height(), BufferedImage.TYPE_3BYTE_BGR);
            image.getGraphics().drawImage(Pictures.image(photo), 0, 0, null);
            writer.write(image);
        } finally {
            writer.dispose();
        }
    }

    private static void heic(Pixels photo, Path folder, Path file) throws IOException {
        Path png = folder.resolve("for-heic.png");
        Files.write(png, sound(SourceFormat.PNG, photo, folder));
        run(List.of("heif-enc", "-q", "95", png.toString(), "-o", file.toString()), folder);
    }

    static void run(List<String> command, Path folder) throws IOException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(new File(folder.toFile(), "said.txt"))
                .start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException(command + ": " + Files.readString(folder.resolve("said.txt")));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }
}
