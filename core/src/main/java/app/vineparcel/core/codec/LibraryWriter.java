package app.vineparcel.core.codec;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.stream.ImageOutputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Writes through a library of the Image I/O kind, chosen by the package it stands in. */
public final class LibraryWriter {

    private final String format;
    private final String provider;

    public LibraryWriter(String format, String provider) {
        this.format = format;
        this.provider = provider;
    }

    /** Sets options on the writer's parameters and may return metadata. */
    @FunctionalInterface
    public interface Setup {
        IIOMetadata with(ImageWriter writer, ImageWriteParam param) throws IOException;
    }

    /** The file's bytes. */
    public byte[] bytes(BufferedImage image, Setup setup) throws IOException {
        return bytes(new IIOImage(image, null, null), setup);
    }

    /** The file's bytes, of an image or a bare raster. */
    public byte[] bytes(IIOImage image, Setup setup) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 20);
        try (ImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
            write(image, setup, out);
        }
        return bytes.toByteArray();
    }

    private void write(IIOImage image, Setup setup, ImageOutputStream out) throws IOException {
        ImageWriter writer = writer();
        try {
            ImageWriteParam param = writer.getDefaultWriteParam();
            IIOMetadata metadata = setup.with(writer, param);
            writer.setOutput(out);
            image.setMetadata(metadata);
            writer.write(null, image, param);
        } catch (RuntimeException | UnsatisfiedLinkError | NoClassDefFoundError e) {
            throw new IOException("the " + format + " writer cannot encode this picture.", e);
        } finally {
            writer.dispose();
        }
    }

    private ImageWriter writer() throws IOException {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName(format);
        while (writers.hasNext()) {
            ImageWriter writer = writers.next();
            if (writer.getClass().getName().startsWith(provider)) {
                return writer;
            }
        }
        throw new IOException("this platform has no writer for " + format + ".");
    }
}
