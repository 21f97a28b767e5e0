package app.vineparcel.core.codec;

import app.vineparcel.core.Notice;
import java.util.List;

/** What is said of a picture of which only a part is there. */
public final class CutShort {

    /** The code of the notice. */
    public static final String CODE = "cut-short";

    /** Less of a picture than this share is none. */
    public static final double LEAST = 0.01;

    private CutShort() {}

    /**
     * The notice.
     *
     * @param share how much of the picture is there, 0 to 1
     */
    public static Notice notice(double share) {
        return Notice.caution(
                CODE,
                "The file is cut off: about %d %% of the picture is there, the rest is empty. Copy it again from the original."
                        .formatted(Math.max(1, Math.min(99, Math.round(100 * share)))));
    }

    /** Whether one of these is that notice. */
    public static boolean isAmong(List<Notice> notices) {
        return notices.stream().anyMatch(notice -> notice.code().equals(CODE));
    }
}
