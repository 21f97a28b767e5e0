package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.geometry.PixelSize;
import java.util.List;

/** What became of one rendition. */
public sealed interface Outcome {

    /** How long it took, ms; shared work counts for the rendition that needed it first. */
    long millis();

    /**
     * The file stands in its place.
     *
     * @param size in px
     * @param placed its weight, its sum and when it was written
     * @param clipped the share, 0 to 1, of pixels whose colour the target's gamut does not hold
     * @param format as it was written; under a weight limit the quality may be lower than the recipe's
     * @param millis how long it took
     * @param notices what was found while it was made and the plan could not know
     */
    record Done(
            PixelSize size,
            RenditionSink.Placed placed,
            double clipped,
            OutputFormat format,
            long millis,
            List<Notice> notices)
            implements Outcome {

        /** Its weight. */
        public long bytes() {
            return placed.bytes();
        }

        /** The sum of its content. */
        public String sha256() {
            return placed.sha256();
        }
    }

    /** There is no file, for this reason. */
    record Failed(Problem problem, long millis) implements Outcome {}

    /** The run was stopped before it came to this one. */
    record LeftOut(long millis) implements Outcome {}
}
