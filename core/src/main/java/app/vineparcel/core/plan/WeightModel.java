package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.OutputFormat.Compression;
import app.vineparcel.core.codec.VectorFormat;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.measure.PictureFacts;
import java.util.Optional;

/** Predicts how heavy files will be: by what was measured of the picture where it was, else by the format alone. */
final class WeightModel {

    private static final double BITS_A_BYTE = 8;
    /** Of what a canvas adds around a picture. */
    private static final double BITS_OF_MARGIN = 0.02;

    private static final int PROFILE_AND_HEADERS = 900;

    private WeightModel() {}

    /** About how many bytes a file becomes. */
    static long bytes(OutputFormat format, Framing framing, PlanPiece piece) {
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
        long margin = framing.canvas().pixels() - framing.content().pixels();
        return Math.round((framing.content().pixels() * bits + margin * BITS_OF_MARGIN) / BITS_A_BYTE)
                + PROFILE_AND_HEADERS;
    }

    /** About the fewest bytes that a file can be brought to by lowering its quality or colours. */
    static long least(OutputFormat format, Framing framing, PlanPiece piece) {
        OutputFormat lowest =
                format.weightStep().isPresent() ? format.atWeightStep(format.paletteColours() > 0 ? 2 : 1) : format;
        return bytes(lowest, framing, piece);
    }
}
