package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
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
        if (format.copies()) {
            return piece.info().bytes();
        }
        Optional<PictureFacts> facts = piece.known().facts();
        OutputFormat packed = format.shapes().map(Shapes::pictures).orElse(format);
        boolean shapes = format.isVector() && piece.piece().isDrawn();
        boolean unknown = !PictureWeights.know(packed, piece.piece().isDrawn());
        if (facts.isEmpty() || shapes || unknown) {
            return FormatWeights.bytes(format, framing.canvas(), piece.piece().isDrawn());
        }
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
        double[] most =
                switch (format.weighing().detail()) {
                    case BLOCKS -> new double[] {0.15, 0.35, 0.64};
                    case FORETOLD -> new double[] {0.23, 0.52, 0.95};
                    case KEPT -> new double[] {0.15, 0.28, 0.44};
                };
        double more =
                switch (sharpen.medium()) {
                    case NONE -> 0;
                    case SCREEN -> most[0];
                    case COATED -> most[1];
                    case UNCOATED -> most[2];
                };
        return 1 + more * sharpen.strength() / 100.0;
    }

    /** About the fewest bytes that a file can be brought to by lowering its quality or colours. */
    static long least(OutputFormat format, SharpenClause sharpen, Framing framing, PlanPiece piece) {
        OutputFormat lowest =
                format.weightStep().isPresent() ? format.atWeightStep(format.paletteColours() > 0 ? 2 : 1) : format;
        return bytes(lowest, sharpen, framing, piece);
    }
}
