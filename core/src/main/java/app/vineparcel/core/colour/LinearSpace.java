package app.vineparcel.core.colour;

import java.util.Collections;
import java.util.List;

/**
 * A colour space whose light is a linear mixture: one transfer curve a band and a matrix to the ICC connection space (XYZ
 * under D50, Y = 1 for white). RGB has three bands, grey one.
 */
public final class LinearSpace {

    private final List<TransferCurve> curves;
    private final Matrix toXyz;
    private final Matrix fromXyz;

    private LinearSpace(List<TransferCurve> curves, Matrix toXyz, Matrix fromXyz) {
        this.curves = List.copyOf(curves);
        this.toXyz = toXyz;
        this.fromXyz = fromXyz;
    }

    /** RGB from chromaticities of its primaries and white, Bradford-adapted to D50. */
    public static LinearSpace ofPrimaries(
            double[] red, double[] green, double[] blue, WhitePoint white, TransferCurve curve) {
        Matrix mixture = Matrix.ofRows(
                new double[] {red[0] / red[1], green[0] / green[1], blue[0] / blue[1]},
                new double[] {1, 1, 1},
                new double[] {
                    (1 - red[0] - red[1]) / red[1],
                    (1 - green[0] - green[1]) / green[1],
                    (1 - blue[0] - blue[1]) / blue[1]
                });
        double[] amounts = mixture.inverse().times(white.xyz());
        Matrix toXyz = white.toD50().times(mixture.times(Matrix.diagonal(amounts)));
        return ofColorants(toXyz, List.of(curve, curve, curve));
    }

    /**
     * RGB from D50-adapted colorants, as an ICC matrix profile holds them. The three together are made exactly D50 white, so
     * that greys stay grey whatever was lost by rounding.
     *
     * @param toXyz 3 × 3, the colorants as columns
     * @param curves of red, green and blue
     */
    public static LinearSpace ofColorants(Matrix toXyz, List<TransferCurve> curves) {
        double[] sum = toXyz.times(1, 1, 1);
        double[] white = WhitePoint.d50();
        Matrix exact = Matrix.diagonal(white[0] / sum[0], white[1] / sum[1], white[2] / sum[2])
                .times(toXyz);
        return new LinearSpace(curves, exact, exact.inverse());
    }

    /** Grey of that curve. */
    public static LinearSpace grey(TransferCurve curve) {
        return new LinearSpace(List.of(curve), Matrix.column(WhitePoint.d50()), Matrix.ofRows(new double[] {0, 1, 0}));
    }

    /** The same space with another curve a band. */
    public LinearSpace withCurve(TransferCurve curve) {
        return new LinearSpace(Collections.nCopies(bands(), curve), toXyz, fromXyz);
    }

    /**
     * The same space on a medium of that white, for the absolute intent: what is full light here is that white there.
     *
     * @param white XYZ under D50, Y = 1 for a perfect white
     */
    public LinearSpace underWhite(double[] white) {
        double[] d50 = WhitePoint.d50();
        Matrix scaled = Matrix.diagonal(white[0] / d50[0], white[1] / d50[1], white[2] / d50[2])
                .times(toXyz);
        return bands() == 1
                ? new LinearSpace(curves, scaled, Matrix.ofRows(new double[] {0, 1 / white[1], 0}))
                : new LinearSpace(curves, scaled, scaled.inverse());
    }

    /** How many bands: 3 for RGB, 1 for grey. */
    public int bands() {
        return curves.size();
    }

    public TransferCurve curve(int band) {
        return curves.get(band);
    }

    /** To XYZ under D50: 3 rows, one column a band. */
    public Matrix toXyz() {
        return toXyz;
    }

    /** From this space's linear light to another's: as many rows as that has bands, as many columns as this has. */
    public Matrix to(LinearSpace other) {
        return other.fromXyz.times(toXyz);
    }

    /**
     * Whether pixels of this space can be taken for pixels of the other as they stand: on a 9-step grid no encoded value
     * differs by more than half a step of 8 bits, or no light by more than a ten-thousandth (close to black, where a power curve
     * is steep).
     */
    public boolean looksLike(LinearSpace other) {
        if (bands() != other.bands()) {
            return false;
        }
        Matrix map = to(other);
        int steps = 8;
        int count = bands() == 1 ? steps + 1 : (steps + 1) * (steps + 1) * (steps + 1);
        for (int i = 0; i < count; i++) {
            double[] encoded = new double[bands()];
            double[] light = new double[bands()];
            for (int b = 0, rest = i; b < bands(); b++, rest /= steps + 1) {
                encoded[b] = rest % (steps + 1) / (double) steps;
                light[b] = curve(b).linear(encoded[b]);
            }
            double[] there = map.times(light);
            for (int b = 0; b < bands(); b++) {
                double clipped = Math.max(0, Math.min(1, there[b]));
                boolean codeDiffers = Math.abs(other.curve(b).encoded(clipped) - encoded[b]) > 0.5 / 255;
                if (codeDiffers && Math.abs(clipped - other.curve(b).linear(encoded[b])) > 1e-4) {
                    return false;
                }
            }
        }
        return true;
    }
}
