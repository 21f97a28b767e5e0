package app.vineparcel.core.codec.png;

import app.vineparcel.core.codec.CodePoints;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfileBuilder;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.PowerCurve;
import app.vineparcel.core.colour.TransferCurve;
import app.vineparcel.core.colour.WhitePoint;
import java.nio.ByteBuffer;
import java.util.Map;
import java.util.Optional;

/**
 * What the numbers of a PNG mean (PNG third edition, 4.3): cICP goes before iCCP, that before sRGB, that before gAMA and cHRM. With gAMA alone the
 * primaries are those of sRGB, with cHRM alone the curve is, as browsers have it.
 */
final class PngColour {

    private static final double UNIT = 100_000;
    /** 1/2.2 as files write it, which stands for sRGB. */
    private static final int USUAL_GAMMA = 45455;

    private PngColour() {}

    /**
     * A profile that says so; none for sRGB.
     *
     * @param chunks the content of chunks by their types
     * @param embedded the content of iCCP, unpacked
     */
    static Optional<byte[]> profile(Map<String, byte[]> chunks, Optional<byte[]> embedded) {
        boolean grey = chunks.containsKey("IHDR") && chunks.get("IHDR").length > 9 && (chunks.get("IHDR")[9] & 2) == 0;
        Optional<byte[]> coded = chunks.containsKey("cICP") && chunks.get("cICP").length >= 2 && !grey
                ? CodePoints.profile(chunks.get("cICP")[0] & 0xff, chunks.get("cICP")[1] & 0xff)
                : Optional.empty();
        if (coded.isPresent()) {
            return coded;
        }
        if (embedded.isPresent() || chunks.containsKey("sRGB")) {
            return embedded;
        }
        Optional<TransferCurve> curve = curve(chunks.get("gAMA"));
        if (grey) {
            return curve.map(
                    own -> new IccProfileBuilder("Grey from gAMA", LinearSpace.grey(own), WhitePoint.D65).build());
        }
        Optional<double[]> chromaticities = chromaticities(chunks.get("cHRM"));
        if (curve.isEmpty() && chromaticities.isEmpty()) {
            return Optional.empty();
        }
        return described(
                curve.orElse(BuiltInProfile.SRGB.space().curve(0)),
                chromaticities.orElse(new double[] {0.3127, 0.3290, 0.64, 0.33, 0.30, 0.60, 0.15, 0.06}));
    }

    private static Optional<byte[]> described(TransferCurve curve, double[] xy) {
        WhitePoint white = new WhitePoint(xy[0], xy[1]);
        try {
            LinearSpace space = LinearSpace.ofPrimaries(
                    new double[] {xy[2], xy[3]},
                    new double[] {xy[4], xy[5]},
                    new double[] {xy[6], xy[7]},
                    white,
                    curve);
            return space.looksLike(BuiltInProfile.SRGB.space())
                    ? Optional.empty()
                    : Optional.of(new IccProfileBuilder("RGB from gAMA and cHRM", space, white).build());
        } catch (ArithmeticException | IllegalArgumentException impossible) {
            return Optional.empty();
        }
    }

    private static Optional<TransferCurve> curve(byte @org.jspecify.annotations.Nullable [] chunk) {
        if (chunk == null || chunk.length < 4) {
            return Optional.empty();
        }
        int gamma = ByteBuffer.wrap(chunk).getInt();
        boolean usual = Math.abs(gamma - USUAL_GAMMA) < 10;
        return gamma < 10_000 || gamma > 1_000_000 || usual
                ? Optional.empty()
                : Optional.of(new PowerCurve(UNIT / gamma));
    }

    /** White, red, green, blue as pairs of x and y. */
    private static Optional<double[]> chromaticities(byte @org.jspecify.annotations.Nullable [] chunk) {
        if (chunk == null || chunk.length < 32) {
            return Optional.empty();
        }
        ByteBuffer in = ByteBuffer.wrap(chunk);
        double[] xy = new double[8];
        for (int i = 0; i < xy.length; i++) {
            xy[i] = in.getInt() / UNIT;
            boolean possible = xy[i] >= 0 && xy[i] <= 1 && (i % 2 == 0 || xy[i] > 0.001);
            if (!possible) {
                return Optional.empty();
            }
        }
        double area = (xy[4] - xy[2]) * (xy[7] - xy[3]) - (xy[6] - xy[2]) * (xy[5] - xy[3]);
        return Math.abs(area) < 0.005 ? Optional.empty() : Optional.of(xy);
    }
}
