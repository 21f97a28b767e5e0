package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.jpeg.JpegCoding;
import app.vineparcel.core.codec.webp.WebpCost;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearImage;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Saliency;
import app.vineparcel.core.recipe.ColourClause;
import app.vineparcel.core.source.SourceInfo;
import java.nio.file.Path;
import java.util.Optional;

/** Brings pixels into the forms that {@link PictureFacts} are measured on. */
final class PictureMeasurement {

    /** The long edge, px, that a picture should have at least, where it has as much. */
    static final int EDGE = 1200;

    /** What a JPEG weighs with colour in full detail, against halved both ways; the median of photographs. */
    private static final double FULL_COLOUR = 1.31;

    private PictureMeasurement() {}

    /**
     * The facts of a part of a source.
     *
     * @param crop in px of the source
     * @throws ProblemException if its colours cannot be read
     */
    static PictureFacts of(PreparedSource source, Box crop) throws ProblemException {
        PreparedSource.InSpace measured = source.measured(ColourClause.SRGB);
        LinearSpace space = measured.space().orElseThrow();
        LinearImage small = measured.pyramid().resample(crop, Saliency.wanted(size(crop)), 1);
        Pixels romm = Encoding.between(space, BuiltInProfile.ROMM_RGB.space(), 16, Optional.empty())
                .apply(small, 1)
                .pixels();
        PictureFacts facts =
                PictureFacts.of(codes(measured, space, crop), romm, Saliency.of(small, space), WebpCost::bits);
        Pixels whole = source.source().pixels();
        return crop.isWholeOf(whole.size()) ? facts.costing(facts.cost().with(whole, WebpCost::bits)) : facts;
    }

    /**
     * The facts of a JPEG file of which fewer pixels were decoded: what it weighs says what it is like at full size.
     *
     * @param known of the file
     */
    static PictureFacts of(PreparedSource source, Box crop, Path file, SourceInfo known) throws ProblemException {
        PictureFacts facts = of(source, crop);
        Optional<JpegCoding> coding = known.format() == SourceFormat.JPEG ? JpegCoding.of(file) : Optional.empty();
        if (coding.isEmpty()) {
            return facts;
        }
        double bits =
                8.0 * known.bytes() / known.size().pixels() / (coding.get().halved() ? 1 : FULL_COLOUR);
        return facts.costing(
                facts.cost().with(known.size().longEdge(), bits, coding.get().quality()));
    }

    private static PixelSize size(Box crop) {
        return new PixelSize((int) Math.max(1, Math.round(crop.width())), (int) Math.max(1, Math.round(crop.height())));
    }

    /** The picture itself where it is small: in sRGB, or without alpha, where its own codes do as well for all that is counted. */
    private static Pixels codes(PreparedSource.InSpace measured, LinearSpace space, Box crop) {
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        Pixels own = measured.pixels();
        PixelSize size = size(crop);
        boolean small = size.longEdge() <= 2 * EDGE;
        if (small && crop.isWholeOf(own.size()) && own.depth() == 8 && (!own.hasAlpha() || space.looksLike(srgb))) {
            return own;
        }
        double scale = small ? 1 : (double) EDGE / size.longEdge();
        PixelSize wanted = new PixelSize((int) Math.max(1, Math.round(size.width() * scale)), (int)
                Math.max(1, Math.round(size.height() * scale)));
        LinearImage shown = measured.pyramid().resample(crop, wanted, 1);
        return Encoding.between(space, srgb, 8, Optional.empty())
                .apply(shown, 1)
                .pixels();
    }
}
