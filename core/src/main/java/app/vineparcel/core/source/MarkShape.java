package app.vineparcel.core.source;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.util.Optional;

/**
 * What a mark looks like from afar.
 *
 * @param width of the turned mark over its width before it is turned
 * @param height of the turned mark over its width before it is turned
 * @param lightness L* of what is seen of it, 0 to 1 for 0 to 100, by how much it covers
 */
public record MarkShape(double width, double height, double lightness) {

    private static final int LOOKED_AT = 240;

    /** Draws it small and looks at it; empty if it cannot be drawn, or shows nothing. */
    public static Optional<MarkShape> of(Mark mark, double rotation) {
        try {
            Pixels drawn = mark.draw(LOOKED_AT, rotation);
            double[] luma = {0.2126, 0.7152, 0.0722};
            double weight = 0;
            double sum = 0;
            byte[] samples = drawn.bytes();
            for (int i = 0; i < samples.length; i += drawn.bands()) {
                double alpha = (samples[i + drawn.bands() - 1] & 0xff) / 255.0;
                double luminance = 0;
                for (int band = 0; band < luma.length && alpha > 0; band++) {
                    luminance += luma[band]
                            * BuiltInProfile.SRGB.space().curve(band).linear((samples[i + band] & 0xff) / 255.0);
                }
                sum += alpha
                        * Lab.ofXyz(new double[] {luminance, luminance, luminance})
                                .l()
                        / 100;
                weight += alpha;
            }
            return weight == 0
                    ? Optional.empty()
                    : Optional.of(new MarkShape(
                            drawn.size().width() / (double) LOOKED_AT,
                            drawn.size().height() / (double) LOOKED_AT,
                            sum / weight));
        } catch (IOException | RuntimeException cannotBeDrawn) {
            return Optional.empty();
        }
    }
}
