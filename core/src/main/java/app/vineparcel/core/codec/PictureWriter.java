package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;

/** Writes one kind of picture file. The same picture, tags and options give the same bytes. */
public interface PictureWriter {

    /**
     * Writes the whole file.
     *
     * @param picture at the format's depth, with alpha only where the format keeps it, in inks only where it takes them
     * @param file created or replaced
     * @throws IOException with a reason in words if the picture does not fit the format or the disk
     */
    void write(Picture picture, FileTags tags, Path file) throws IOException;

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
        if (format instanceof OutputFormat.Avif avif) {
            return new AvifWriter(avif);
        }
        if (format instanceof OutputFormat.Tiff tiff) {
            return new TiffWriter(tiff);
        }
        if (format instanceof OutputFormat.Gif gif) {
            return new GifWriter(gif);
        }
        throw new IllegalStateException("no writer for " + format);
    }
}
