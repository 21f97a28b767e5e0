package app.vineparcel.web.runs;

import java.util.List;

/**
 * A run in numbers.
 *
 * @param run the run
 * @param total renditions asked for
 * @param done files put in place
 * @param unchanged files that were in place and are left alone
 * @param failed renditions without a file
 * @param leftOut renditions that a stopped run did not come to
 * @param bytes of the files put in place
 * @param current files being rendered now
 * @param perSecond files a second so far; 0 while unknown
 * @param secondsLeft about how long it will still take, or will take in all before it begins; -1 when it is over
 */
public record RunSummary(
        Run run,
        long total,
        long done,
        long unchanged,
        long failed,
        long leftOut,
        long bytes,
        List<String> current,
        double perSecond,
        long secondsLeft) {

    /** Renditions to which nothing more happens. */
    public long over() {
        return done + unchanged + failed + leftOut;
    }

    /** Files that are where they belong. */
    public long inPlace() {
        return done + unchanged;
    }
}
