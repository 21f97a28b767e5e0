package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.gif.GifReader;
import app.vineparcel.core.codec.heif.HeifFile;
import app.vineparcel.core.codec.jpeg.JpegBlocks;
import app.vineparcel.core.codec.jpeg2000.Jpeg2000Boxes;
import app.vineparcel.core.codec.jxl.JxlReader;
import app.vineparcel.core.codec.png.PngBlocks;
import app.vineparcel.core.codec.tiff.TiffBlocks;
import app.vineparcel.core.codec.webp.WebpBlocks;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Finds what files of any format carry beside their pictures. */
public final class FoundBlocks {

    private FoundBlocks() {}

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file, SourceFormat format) throws IOException {
        return switch (format) {
            case JPEG -> JpegBlocks.in(file);
            case PNG -> PngBlocks.in(file);
            case WEBP -> WebpBlocks.in(file);
            case TIFF -> TiffBlocks.in(file);
            case GIF ->
                new EmbeddedBlocks(
                        Optional.empty(), CarriedMetadata.NONE, EmbeddedBlocks.animated(GifReader.moves(file)));
            case JPEG2000 -> new EmbeddedBlocks(Jpeg2000Boxes.icc(file), CarriedMetadata.NONE);
            case AVIF, HEIC -> HeifFile.read(file).blocks();
            case JXL -> JxlReader.blocks(file);
            case BMP, ICO, PNM, TGA, SVG, PDF, OPENRASTER -> new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE);
        };
    }
}
