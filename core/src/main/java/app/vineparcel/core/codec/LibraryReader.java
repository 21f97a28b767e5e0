package app.vineparcel.core.codec;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.jspecify.annotations.Nullable;

/** Reads through a library of the Image I/O kind, chosen by the package it stands in: several may claim a format. */
public class LibraryReader implements PictureReader {

    static {
        ImageIO.setUseCache(false);
    }

    private final String format;
    private final String provider;

    public LibraryReader(String format, String provider) {
        this.format = format;
        this.provider = provider;
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        return with(file, reader -> new PixelSize(reader.getWidth(0), reader.getHeight(0)));
    }

    @Override
    public Decoded read(Path file) throws IOException {
        return with(file, reader -> decode(reader, 0));
    }

    /** The pixels of one picture behind an opened reader. */
    protected Decoded decode(ImageReader reader, int page) throws IOException {
        BufferedImage image = reader.read(page);
        Pixels pixels = AwtPixels.of(image);
        return Decoded.plain(pixels);
    }

    /** The bytes as the library gets to see them. */
    @Nullable
    protected ImageInputStream open(Path file) throws IOException {
        return new BudgetedStream(Files.readAllBytes(file));
    }

    /** What is done with an opened reader. */
    @FunctionalInterface
    public interface Use<T> {
        public T with(ImageReader reader) throws IOException;
    }

    /** Libraries answer broken bytes with all sorts of exceptions; here they all become one that says so. */
    public final <T> T with(Path file, Use<T> use) throws IOException {
        try (ImageInputStream in = open(file)) {
            if (in == null) {
                throw new IOException("it cannot be opened.");
            }
            ImageReader reader = reader();
            try {
                reader.setInput(in, false, false);
                return use.with(reader);
            } finally {
                reader.dispose();
            }
        } catch (java.io.EOFException | IndexOutOfBoundsException e) {
            throw new IOException("it ends before its picture does.", e);
        } catch (IOException e) {
            throw ours(e) ? e : new IOException(inWords(e), e);
        } catch (RuntimeException | LinkageError e) {
            throw new IOException("its data is damaged or of a kind that is not read.", e);
        }
    }

    /** Our own reasons begin in lower case with what “it” is or does. */
    private static boolean ours(IOException e) {
        return e.getMessage() != null && e.getMessage().matches("(it|its|this) .*");
    }

    private static String inWords(IOException e) {
        boolean ended = e.getCause() instanceof java.io.EOFException
                || String.valueOf(e.getMessage()).contains("NOT_ENOUGH_DATA");
        return ended ? "it ends before its picture does." : "its data is damaged.";
    }

    private ImageReader reader() throws IOException {
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName(format);
        while (readers.hasNext()) {
            ImageReader reader = readers.next();
            if (reader.getClass().getName().startsWith(provider)) {
                return reader;
            }
        }
        throw new IOException("this platform has no reader for it.");
    }
}
