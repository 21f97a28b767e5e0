package app.vineparcel.core.render;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import java.util.Optional;

/**
 * What a recipe made of one piece, measured on the finished file.
 *
 * @param framing which part of the piece it shows
 * @param size the rendition's, px
 * @param bytes of the whole file
 * @param sha256 of its content, in lower-case hexadecimal
 * @param format as it was written, with the quality that a weight limit led to
 * @param profile the title of the colour profile that its numbers are in
 * @param difference of the decoded file from the same pixels before encoding; empty where the format keeps shapes or cannot be decoded here
 * @param clipped the share, 0 to 1, of pixels whose colour the profile's gamut does not hold
 * @param mark where the watermark lies on the rendition, px
 */
public record RecipePreview(
        Framing framing,
        PixelSize size,
        long bytes,
        String sha256,
        OutputFormat format,
        String profile,
        Optional<Difference> difference,
        double clipped,
        Optional<Box> mark) {

    /**
     * Two measures of how far a file is from its pixels.
     *
     * @param score how near it looks, 100 where nothing was lost, by {@link app.vineparcel.core.measure.look.Ssimulacra2}
     * @param similarity by structure, 1 where nothing was lost, by {@link app.vineparcel.core.measure.Ssim}
     */
    public record Difference(double score, double similarity) {}
}
