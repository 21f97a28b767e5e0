package app.vineparcel.core.colour;

import java.util.Arrays;
import java.util.Optional;

/** The profiles that are always there, by the names that recipes use. Built from their published definitions. */
public enum BuiltInProfile {
    /** IEC 61966-2-1:1999. */
    SRGB("srgb", "sRGB", WhitePoint.D65, new double[][] {{0.64, 0.33}, {0.30, 0.60}, {0.15, 0.06}}, srgbCurve()),
    /** SMPTE EG 432-1 primaries with D65 and the curve of IEC 61966-2-1. */
    DISPLAY_P3(
            "display-p3",
            "Display P3",
            WhitePoint.D65,
            new double[][] {{0.68, 0.32}, {0.265, 0.69}, {0.15, 0.06}},
            srgbCurve()),
    /** The primaries and the gamma 563/256 of IEC 61966-2-5 (opRGB). */
    ADOBE_RGB_COMPATIBLE(
            "adobe-rgb-compatible",
            "Adobe-RGB-compatible",
            WhitePoint.D65,
            new double[][] {{0.64, 0.33}, {0.21, 0.71}, {0.15, 0.06}},
            new PowerCurve(563 / 256.0)),
    /** ISO 22028-2: reference output medium metric RGB, white D50. */
    ROMM_RGB(
            "romm-rgb",
            "ROMM RGB",
            new WhitePoint(0.3457, 0.3585),
            new double[][] {{0.7347, 0.2653}, {0.1596, 0.8404}, {0.0366, 0.0001}},
            new SegmentedCurve(1.8, 1, 0, 1 / 16.0, Math.pow(16, -1.8 / (1.8 - 1)) * 16)),
    /** ITU-R BT.2020-2, 12-bit constants. */
    REC_2020(
            "rec2020",
            "Rec. 2020",
            WhitePoint.D65,
            new double[][] {{0.708, 0.292}, {0.170, 0.797}, {0.131, 0.046}},
            new SegmentedCurve(1 / 0.45, 1 / 1.0993, 0.0993 / 1.0993, 1 / 4.5, 4.5 * 0.0181)),
    /** Grey with a gamma of 2.2. */
    GREY_22("grey-2.2", "Grey, gamma 2.2", WhitePoint.D65, LinearSpace.grey(new PowerCurve(2.2)));

    private final String id;
    private final String title;
    private final LinearSpace space;
    private final IccProfile profile;

    BuiltInProfile(String id, String title, WhitePoint white, double[][] primaries, TransferCurve curve) {
        this(id, title, white, LinearSpace.ofPrimaries(primaries[0], primaries[1], primaries[2], white, curve));
    }

    BuiltInProfile(String id, String title, WhitePoint white, LinearSpace space) {
        this.id = id;
        this.title = title;
        this.space = space;
        this.profile = IccProfile.builtIn(new IccProfileBuilder(title, space, white).build());
    }

    /** The word in recipe files. */
    public String id() {
        return id;
    }

    /** The name inside the profile and on screen. */
    public String title() {
        return title;
    }

    /** The exact space, before its numbers were rounded into an ICC file. */
    public LinearSpace space() {
        return space;
    }

    /** The ICC profile that is embedded. */
    public IccProfile profile() {
        return profile;
    }

    /** The profile of that recipe word. */
    public static Optional<BuiltInProfile> byId(String id) {
        return Arrays.stream(values()).filter(p -> p.id.equals(id)).findFirst();
    }

    private static SegmentedCurve srgbCurve() {
        return new SegmentedCurve(2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045);
    }

    /**
     * Grey encoded as sRGB is: what untagged grey is taken for, so that it looks the same as untagged RGB with three equal
     * bands.
     */
    public static IccProfile greyLikeSrgb() {
        return GreyLikeSrgb.PROFILE;
    }

    private static final class GreyLikeSrgb {
        static final IccProfile PROFILE = IccProfile.builtIn(
                new IccProfileBuilder("Grey, sRGB curve", LinearSpace.grey(srgbCurve()), WhitePoint.D65).build());
    }
}
