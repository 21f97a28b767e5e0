package app.vineparcel.web.runs;

import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * A file as it was put in place.
 *
 * @param path relative to the destination
 * @param bytes its weight
 * @param modified when it was written, ms since 1970; 0 if nobody knows
 * @param sha256 of its content; empty if nobody knows
 */
record FileStanding(String path, long bytes, long modified, String sha256) {

    /** What became of it. A file of the same weight and time is not read. */
    MadeFile.Result in(Path root) {
        Path file = root.resolve(path);
        try {
            BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            if (!now.isRegularFile() || now.size() != bytes) {
                return MadeFile.Result.OVERWRITTEN;
            }
            boolean same = modified == 0
                    || now.lastModifiedTime().toMillis() == modified
                    || sha256.isEmpty()
                    || sha256.equals(FileContent.sum(file));
            return same ? MadeFile.Result.IN_PLACE : MadeFile.Result.OVERWRITTEN;
        } catch (IOException gone) {
            return MadeFile.Result.GONE;
        }
    }
}
