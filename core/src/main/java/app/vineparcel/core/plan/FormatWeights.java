package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.Weighing;
import app.vineparcel.core.geometry.PixelSize;
import java.util.Optional;

/**
 * How heavy a file will be by its format and pixels alone, for pictures that were not measured. A picture's own detail moves it: within the demo from half
 * to twice the median, beyond it further.
 */
final class FormatWeights {

    private static final double BITS_A_BYTE = 8;
    private static final int CONTAINER_BYTES = 1500;
    private static final double MEASURED_EDGE = 2048;
    /** Smaller renditions hold more detail a pixel; measured between 1000 and 2048 px. */
    private static final double DETAIL_EXPONENT = 0.6;

    private FormatWeights() {}

    /**
     * About how heavy a file becomes.
     *
     * @param drawn whether it shows shapes instead of a photograph
     */
    static long bytes(OutputFormat format, PixelSize size, boolean drawn) {
        Optional<Shapes> shapes = format.shapes();
        if (shapes.isPresent()) {
            return drawn ? shapes.get().usualBytes() : bytes(shapes.get().pictures(), size, false);
        }
        Weighing weighing = format.weighing();
        double share = drawn ? weighing.drawn() : 1;
        double denser =
                weighing.thinning() ? Math.max(1, Math.pow(size.longEdge() / MEASURED_EDGE, -DETAIL_EXPONENT)) : 1;
        double bits = weighing.colour() * weighing.bits() * denser;
        return Math.round(size.pixels() * bits * share / BITS_A_BYTE) + CONTAINER_BYTES;
    }
}
