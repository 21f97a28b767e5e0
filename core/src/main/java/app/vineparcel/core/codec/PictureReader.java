package app.vineparcel.core.codec;

import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Path;

/** Reads one kind of picture file. Stateless; may be used from several threads. */
public interface PictureReader {

    /**
     * The stored size, from the header alone.
     *
     * @throws IOException with a reason in words if the header is not whole
     */
    PixelSize size(Path file) throws IOException;

    /**
     * All pixels of the first picture in the file.
     *
     * @throws IOException with a reason in words if the file is cut short, damaged or of a kind that is not read
     */
    Decoded read(Path file) throws IOException;

    /** The reader of a format. */
    static PictureReader of(SourceFormat format) {
        return switch (format) {
            case JPEG -> new JpegReader(JpegEngine.usual());
            case PNG -> new LibraryReader("png", "com.sun.");
            case TIFF -> new TiffReader();
            case WEBP -> new LibraryReader("webp", "com.luciad.");
            case GIF -> new LibraryReader("gif", "com.sun.");
            case BMP -> new LibraryReader("bmp", "com.sun.");
            case SVG, PDF, OPENRASTER -> throw new IllegalArgumentException(format.title() + " is no picture");
        };
    }
}
