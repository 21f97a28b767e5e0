package app.vineparcel.core.codec;

import app.vineparcel.core.colour.BuiltInProfile;
import java.util.Optional;

/** Colours that a file names by coding-independent code points (ITU-T H.273). */
public final class CodePoints {

    private static final int BT709 = 1;
    private static final int UNSAID = 2;
    private static final int BT2020 = 9;
    private static final int P3_D65 = 12;
    private static final int PQ = 16;
    private static final int HLG = 18;

    private CodePoints() {}

    /** A profile that says the same; none for sRGB, for what is not said, and for what no profile here says. */
    public static Optional<byte[]> profile(int primaries, int transfer) {
        if (!isKnown(primaries, transfer) || primaries == BT709 || primaries == UNSAID) {
            return Optional.empty();
        }
        return Optional.of((primaries == P3_D65 ? BuiltInProfile.DISPLAY_P3 : BuiltInProfile.REC_2020)
                .profile()
                .bytes());
    }

    /** Whether colours of these code points are read as they are meant. */
    public static boolean isKnown(int primaries, int transfer) {
        boolean space = primaries == BT709 || primaries == UNSAID || primaries == P3_D65 || primaries == BT2020;
        return space && transfer != PQ && transfer != HLG;
    }
}
