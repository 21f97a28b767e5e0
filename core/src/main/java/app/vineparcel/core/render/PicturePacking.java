package app.vineparcel.core.render;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.pdf.PictureArt;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.DeflaterOutputStream;

/** Packs a picture for a page: as JPEG, or without loss where it is partly clear or in inks. */
final class PicturePacking {

    private PicturePacking() {}

    static PictureArt art(Picture picture, Extent size, OutputFormat pictures) throws IOException {
        Pixels pixels = picture.pixels();
        boolean jpeg = !pixels.hasAlpha() && pixels.bands() < 4;
        return new PictureArt(
                pixels.size(),
                size,
                jpeg ? packed(picture, pictures) : deflated(pixels),
                jpeg,
                pixels.colourBands(),
                pixels.hasAlpha() ? alpha(pixels) : new byte[0],
                picture.profile().bytes());
    }

    private static byte[] packed(Picture picture, OutputFormat format) throws IOException {
        Path file = Files.createTempFile("vine-parcel", ".jpg");
        try {
            format.writer().write(picture, FileTags.plain(Recipe.SCREEN_PPI), file);
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }

    private static byte[] deflated(Pixels pixels) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (DeflaterOutputStream packed = new DeflaterOutputStream(bytes)) {
            byte[] row = new byte[pixels.size().width() * pixels.colourBands()];
            for (int y = 0; y < pixels.size().height(); y++) {
                for (int x = 0, at = 0; x < pixels.size().width(); x++) {
                    for (int band = 0; band < pixels.colourBands(); band++) {
                        row[at++] = (byte) pixels.sample(x, y, band);
                    }
                }
                packed.write(row);
            }
        }
        return bytes.toByteArray();
    }

    private static byte[] alpha(Pixels pixels) {
        byte[] alpha = new byte[(int) pixels.size().pixels()];
        int at = 0;
        for (int y = 0; y < pixels.size().height(); y++) {
            for (int x = 0; x < pixels.size().width(); x++) {
                alpha[at++] = (byte) pixels.sample(x, y, pixels.bands() - 1);
            }
        }
        return alpha;
    }
}
