package app.vineparcel.web.sources;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/** Tells files that are still being written from those that are whole: a file counts once it is at two looks the same. Used by one thread. */
public final class GrowingFiles {

    private Map<Path, FileStamp> before = new HashMap<>();
    private Map<Path, FileStamp> now = new HashMap<>();

    /** Whether a file that is new or another is as it was at the last look. */
    public boolean isSettled(Path file, FileStamp stamp) {
        now.put(file, stamp);
        return stamp.equals(before.get(file));
    }

    /** At the end of a look: files that were not asked for are of no interest any more. */
    public void forgetOthers() {
        before = now;
        now = new HashMap<>();
    }
}
