package app.vineparcel.core.deliver;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Streams delivered files as one zip, file by file, without holding any of it in memory. */
public final class Archive {

    private Archive() {}

    /** What the list of missing files is called. */
    private static final String MISSING = "MISSING FILES.txt";

    /** A file's content, looked up when its turn comes; empty if it is gone. */
    @FunctionalInterface
    public interface Contents {
        Optional<Path> of(String path);
    }

    /**
     * Writes the archive and leaves the stream open. Pictures are packed already, so they are only stored. Files that are gone by
     * now are named in a list that comes last. Over 4 GB or 65,535 files it is a ZIP64.
     *
     * @param paths in the archive, with {@code /} between folders
     */
    public static void stream(List<String> paths, Contents contents, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out);
        zip.setLevel(Deflater.NO_COMPRESSION);
        List<String> gone = new ArrayList<>();
        for (String path : paths) {
            Optional<Path> file = contents.of(path);
            if (file.isEmpty()) {
                gone.add(path);
                continue;
            }
            ZipEntry entry = new ZipEntry(path);
            entry.setLastModifiedTime(Files.getLastModifiedTime(file.get()));
            zip.putNextEntry(entry);
            Files.copy(file.get(), zip);
            zip.closeEntry();
        }
        if (!gone.isEmpty()) {
            zip.putNextEntry(new ZipEntry(MISSING));
            zip.write(("These files of the delivery are missing:\n\n" + String.join("\n", gone) + "\n")
                    .getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        }
        zip.finish();
    }
}
