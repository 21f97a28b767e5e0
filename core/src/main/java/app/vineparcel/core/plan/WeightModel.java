package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.OutputFormat.Compression;
import app.vineparcel.core.codec.VectorFormat;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.recipe.SharpenClause;
import java.util.Optional;

/** Predicts how heavy files will be: by what was measured of the picture where it was, else by the format alone. */
final class WeightModel {

    private static final double BITS_A_BYTE = 8;
    /** Of what a canvas adds around a picture. */
    private static final double BITS_OF_MARGIN = 0.02;

    private static final int PROFILE_AND_HEADERS = 900;

    private WeightModel() {}

    /** About how many bytes a file becomes. */
    static long bytes(OutputFormat format, SharpenClause sharpen, Framing framing, PlanPiece piece) {
        Optional<PictureFacts> facts = piece.known().facts();
        boolean plain = format instanceof OutputFormat.Tiff tiff && tiff.compression() == Compression.NONE;
        boolean shapes = format instanceof VectorFormat && piece.piece().isDrawn();
        if (facts.isEmpty() || shapes || plain) {
            return FormatWeights.bytes(format, framing.canvas(), piece.piece().isDrawn());
        }
        OutputFormat packed = format instanceof VectorFormat vector ? FormatWeights.within(vector) : format;
        double whole = piece.piece().size().rounded().longEdge() * framing.scale();
        double bits =
                PictureWeights.bits(packed, piece.piece().isDrawn(), facts.get().cost(), Math.max(1, whole));
        bits *= sharpened(packed, sharpen);
        long margin = framing.canvas().pixels() - framing.content().pixels();
        return Math.round((framing.content().pixels() * bits + margin * BITS_OF_MARGIN) / BITS_A_BYTE)
                + PROFILE_AND_HEADERS;
    }

    /** What sharpening adds: medians of photographs, for each purpose at full strength, by what the format does with fine detail. */
    private static double sharpened(OutputFormat format, SharpenClause sharpen) {
        if (sharpen.changesNothing()) {
            return 1;
        }
        boolean blocks = format instanceof OutputFormat.Jpeg;
        boolean foretells = !blocks
                && format.weightStep().isPresent()
                && format.paletteColours() == 0; // its lossless kinds have no step
        double most =
                switch (sharpen.medium()) {
                    case NONE -> 0;
                    case SCREEN -> blocks ? 0.15 : foretells ? 0.23 : 0.15;
                    case COATED -> blocks ? 0.35 : foretells ? 0.52 : 0.28;
                    case UNCOATED -> blocks ? 0.64 : foretells ? 0.95 : 0.44;
                };
        return 1 + most * sharpen.strength() / 100.0;
    }

    /** About the fewest bytes that a file can be brought to by lowering its quality or colours. */
    static long least(OutputFormat format, SharpenClause sharpen, Framing framing, PlanPiece piece) {
        OutputFormat lowest =
                format.weightStep().isPresent() ? format.atWeightStep(format.paletteColours() > 0 ? 2 : 1) : format;
        return bytes(lowest, sharpen, framing, piece);
    }
}
