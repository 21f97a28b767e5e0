package app.vineparcel.core.deliver;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Streams delivered files as one zip, file by file, without holding any of it in memory. */
public final class Archive {

    private Archive() {}

    /** What the list of missing files is called. */
    private static final String MISSING = "MISSING FILES.txt";

    /** Whether a file stands at its place; links count for nothing. */
    public static boolean holds(Path root, String path) {
        Path file = root.resolve(path).normalize();
        return file.startsWith(root) && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS);
    }

    /**
     * Writes the archive and leaves the stream open. Pictures are packed already, so they are only stored. Files that are gone by
     * now are named in a list that stands first.
     *
     * @param root the destination
     * @param paths relative to it, with {@code /} between folders
     */
    public static void stream(Path root, List<String> paths, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out);
        zip.setLevel(Deflater.NO_COMPRESSION);
        List<String> gone = paths.stream().filter(path -> !holds(root, path)).toList();
        if (!gone.isEmpty()) {
            zip.putNextEntry(new ZipEntry(MISSING));
            zip.write(("These files of the delivery are missing:\n\n" + String.join("\n", gone) + "\n")
                    .getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        }
        for (String path : paths) {
            if (!holds(root, path)) {
                continue;
            }
            Path file = root.resolve(path).normalize();
            ZipEntry entry = new ZipEntry(path);
            entry.setLastModifiedTime(Files.getLastModifiedTime(file));
            zip.putNextEntry(entry);
            Files.copy(file, zip);
            zip.closeEntry();
        }
        zip.finish();
    }
}
