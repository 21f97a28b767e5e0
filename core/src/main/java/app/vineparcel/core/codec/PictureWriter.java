package app.vineparcel.core.codec;

import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;

/** Writes one kind of picture file. The same pixels, tags and options give the same bytes. */
public interface PictureWriter {

    /**
     * Writes the whole file.
     *
     * @param pixels grey or RGB at the format's depth, with alpha only where the format keeps it
     * @param file created or replaced
     * @throws IOException with a reason in words if the picture does not fit the format or the disk
     */
    void write(Pixels pixels, FileTags tags, Path file) throws IOException;

    /** The writer of a format. */
    static PictureWriter of(OutputFormat format) {
        if (format instanceof OutputFormat.Jpeg jpeg) {
            return new JpegWriter(JpegEngine.usual(), jpeg);
        }
        if (format instanceof OutputFormat.Png png) {
            return new PngWriter(png);
        }
        if (format instanceof OutputFormat.Webp webp) {
            return new WebpWriter(webp);
        }
        if (format instanceof OutputFormat.Tiff tiff) {
            return new TiffWriter(tiff);
        }
        throw new IllegalStateException("no writer for " + format);
    }
}
