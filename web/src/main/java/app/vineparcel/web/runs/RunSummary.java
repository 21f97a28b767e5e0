package app.vineparcel.web.runs;

import java.util.List;

/**
 * A run in numbers.
 *
 * @param run the run
 * @param total renditions asked for
 * @param done files in place
 * @param failed renditions without a file
 * @param leftOut renditions that a stopped run did not come to
 * @param bytes of the files in place
 * @param current files being rendered now
 * @param perSecond files a second so far; 0 while unknown
 * @param secondsLeft about how long it will still take; -1 while unknown
 */
public record RunSummary(
        Run run,
        long total,
        long done,
        long failed,
        long leftOut,
        long bytes,
        List<String> current,
        double perSecond,
        long secondsLeft) {

    /** Renditions to which nothing more happens. */
    public long over() {
        return done + failed + leftOut;
    }
}
