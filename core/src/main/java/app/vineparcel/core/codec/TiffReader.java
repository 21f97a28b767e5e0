package app.vineparcel.core.codec;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;
import java.awt.color.ColorSpace;
import java.awt.image.ColorModel;
import java.io.IOException;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;

/** Reads TIFF: grey, RGB, palette and CMYK at up to 16 bits; the first page. */
final class TiffReader extends LibraryReader {

    TiffReader() {
        super("tiff", "com.twelvemonkeys.");
    }

    @Override
    Decoded decode(ImageReader reader) throws IOException {
        ImageTypeSpecifier type = reader.getRawImageType(0);
        ColorModel model = type == null ? null : type.getColorModel();
        if (model == null || model.getColorSpace().getType() != ColorSpace.TYPE_CMYK) {
            return super.decode(reader);
        }
        Pixels inks = AwtPixels.of(reader.read(0, rawParam(reader, type)).getRaster(), model.hasAlpha());
        return new Decoded(inks, ColourModel.CMYK);
    }

    private static javax.imageio.ImageReadParam rawParam(ImageReader reader, ImageTypeSpecifier raw) {
        javax.imageio.ImageReadParam param = reader.getDefaultReadParam();
        param.setDestinationType(raw);
        return param;
    }
}
