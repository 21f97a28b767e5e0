package app.vineparcel.core.codec;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.color.ColorSpace;
import java.awt.image.ColorModel;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;

/** Reads TIFF: grey, RGB, palette and CMYK at up to 16 bits, page by page. */
public final class TiffReader extends LibraryReader {

    private static final int MOST_PAGES = 10_000;

    /** A reader; as a {@link PictureReader} it reads the first page. */
    public TiffReader() {
        super("tiff", "com.twelvemonkeys.");
    }

    /**
     * The stored sizes of all pages.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public List<PixelSize> pages(Path file) throws IOException {
        return with(file, reader -> {
            int count = reader.getNumImages(true);
            if (count > MOST_PAGES) {
                throw new IOException("it has %d pages; up to %d are read.".formatted(count, MOST_PAGES));
            }
            List<PixelSize> sizes = new ArrayList<>();
            for (int page = 0; page < count; page++) {
                sizes.add(new PixelSize(reader.getWidth(page), reader.getHeight(page)));
            }
            return List.copyOf(sizes);
        });
    }

    /**
     * All pixels of a page.
     *
     * @param page from 0
     */
    public Decoded read(Path file, int page) throws IOException {
        return with(file, reader -> decode(reader, page));
    }

    @Override
    Decoded decode(ImageReader reader, int page) throws IOException {
        ImageTypeSpecifier type = reader.getRawImageType(page);
        ColorModel model = type == null ? null : type.getColorModel();
        if (model == null || model.getColorSpace().getType() != ColorSpace.TYPE_CMYK) {
            return super.decode(reader, page);
        }
        Pixels inks = AwtPixels.of(reader.read(page, rawParam(reader, type)).getRaster(), model.hasAlpha());
        return new Decoded(inks, ColourModel.CMYK);
    }

    private static ImageReadParam rawParam(ImageReader reader, ImageTypeSpecifier raw) {
        ImageReadParam param = reader.getDefaultReadParam();
        param.setDestinationType(raw);
        return param;
    }
}
