package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.NotRead;
import java.io.IOException;
import java.util.Map;

/** How samples mean colour (tag 262). */
enum Photometric {
    WHITE_IS_ZERO(1),
    BLACK_IS_ZERO(1),
    RGB(3),
    PALETTE(1),
    MASK(1),
    INKS(4),
    YCBCR(3),
    CIE_LAB(3),
    ICC_LAB(3);

    private static final Map<Integer, Photometric> KNOWN = Map.of(
            0, WHITE_IS_ZERO, 1, BLACK_IS_ZERO, 2, RGB, 3, PALETTE, 4, MASK, 5, INKS, 6, YCBCR, 8, CIE_LAB, 9, ICC_LAB);

    private static final Map<Integer, String> OTHERS = Map.of(
            10, "ITU L*a*b*",
            32803, "undeveloped sensor data",
            32844, "LogL",
            32845, "LogLuv",
            34892, "linear raw data",
            51177, "a depth map",
            52527, "a semantic mask");

    private final int bands;

    Photometric(int bands) {
        this.bands = bands;
    }

    /** How many samples a colour has. */
    int bands() {
        return bands;
    }

    /**
     * The meaning behind a code.
     *
     * @throws IOException in words, by its name, if it is not read
     */
    static Photometric of(int code) throws IOException {
        Photometric known = KNOWN.get(code);
        if (known != null) {
            return known;
        }
        throw new NotRead("TIFF that holds %s is not read."
                .formatted(OTHERS.getOrDefault(code, "colours of the unknown kind " + code)));
    }
}
