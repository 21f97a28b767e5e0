package app.vineparcel.core.codec.gif;

import app.vineparcel.core.codec.AwtPixels;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.LibraryWriter;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.raster.Paletted;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes GIF 89a, one frame. The format has no place for a profile or metadata: it is sRGB to everybody who reads it. */
final class GifWriter implements PictureWriter {

    private static final LibraryWriter LIBRARY = new LibraryWriter("gif", "com.sun.");

    private final GifFormat options;

    GifWriter(GifFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        if (picture.pixels().size().longEdge() > options.longestEdge()) {
            throw new IOException("a GIF file holds up to %d px an edge, not %s."
                    .formatted(options.longestEdge(), picture.pixels().size()));
        }
        Paletted paletted = picture.quantiser(true).palette(options.colours(), options.dither());
        Files.write(file, LIBRARY.bytes(AwtPixels.image(paletted), (writer, param) -> null));
    }
}
