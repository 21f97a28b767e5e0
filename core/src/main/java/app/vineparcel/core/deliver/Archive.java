package app.vineparcel.core.deliver;

import java.io.IOException;
import java.io.OutputStream;
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

    /**
     * Writes the archive and leaves the stream open. Pictures are packed already, so they are only stored. Files that are gone by
     * now are left out.
     *
     * @param root the destination
     * @param paths relative to it, with {@code /} between folders
     */
    public static void stream(Path root, List<String> paths, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out);
        zip.setLevel(Deflater.NO_COMPRESSION);
        for (String path : paths) {
            Path file = root.resolve(path).normalize();
            if (!file.startsWith(root) || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                continue;
            }
            ZipEntry entry = new ZipEntry(path);
            entry.setLastModifiedTime(Files.getLastModifiedTime(file));
            zip.putNextEntry(entry);
            Files.copy(file, zip);
            zip.closeEntry();
        }
        zip.finish();
    }
}
