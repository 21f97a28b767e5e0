package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.bmp.BmpReader;
import app.vineparcel.core.codec.bmp.IconReader;
import app.vineparcel.core.codec.gif.GifReader;
import app.vineparcel.core.codec.heif.HeifReader;
import app.vineparcel.core.codec.jpeg.JpegEngine;
import app.vineparcel.core.codec.jpeg.JpegReader;
import app.vineparcel.core.codec.jpeg2000.Jpeg2000Reader;
import app.vineparcel.core.codec.jxl.JxlReader;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.codec.pnm.PnmReader;
import app.vineparcel.core.codec.tga.TgaReader;
import app.vineparcel.core.codec.tiff.TiffReader;
import app.vineparcel.core.codec.webp.WebpReader;

/** What reads the pictures that are imported. */
public final class PictureReaders {

    private PictureReaders() {}

    /**
     * The reader of a format.
     *
     * @throws IllegalArgumentException if it holds no picture but a document
     */
    public static PictureReader of(SourceFormat format) {
        return switch (format) {
            case JPEG -> new JpegReader(JpegEngine.usual());
            case PNG -> new PngReader();
            case TIFF -> new TiffReader();
            case WEBP -> new WebpReader();
            case GIF -> new GifReader();
            case BMP -> new BmpReader();
            case ICO -> new IconReader();
            case PNM -> new PnmReader();
            case TGA -> new TgaReader();
            case JPEG2000 -> new Jpeg2000Reader();
            case AVIF -> HeifReader.avif();
            case HEIC -> HeifReader.heic();
            case JXL -> new JxlReader();
            case SVG, PDF, OPENRASTER -> throw new IllegalArgumentException(format.title() + " is no picture");
        };
    }
}
