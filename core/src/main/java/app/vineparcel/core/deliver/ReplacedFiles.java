package app.vineparcel.core.deliver;

import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Keeps in the hidden folder of a destination what later files were put in the place of, and what was deleted with a way back, by the sums of their
 * contents: an older delivery still has what it delivered.
 */
public final class ReplacedFiles {

    private static final Pattern SUM = Pattern.compile("[0-9a-f]{64}");

    private final Path folder;

    private ReplacedFiles(Path folder) {
        this.folder = folder;
    }

    /** Those of a destination; it need not be there. */
    public static ReplacedFiles of(Path root) {
        return new ReplacedFiles(root.resolve(Ledger.FOLDER).resolve("replaced"));
    }

    /** Keeps a file that is about to be replaced or deleted; costs no room where the disk knows links. */
    void keep(Path file, String sha256) throws IOException {
        Path kept = place(sha256);
        Files.createDirectories(kept.getParent());
        try {
            Files.createLink(kept, file);
        } catch (FileAlreadyExistsException known) {
            // the same content was kept before
        } catch (UnsupportedOperationException | FileSystemException noLinks) {
            Path part = kept.resolveSibling(sha256 + ".part");
            Files.copy(file, part, StandardCopyOption.REPLACE_EXISTING);
            Files.move(part, kept, StandardCopyOption.ATOMIC_MOVE);
        }
    }

    private Path place(String sha256) {
        return folder.resolve(sha256.substring(0, 2)).resolve(sha256);
    }

    /** Whether a content is kept; it is not read. */
    public boolean has(String sha256) {
        return SUM.matcher(sha256).matches() && Files.isRegularFile(place(sha256), LinkOption.NOFOLLOW_LINKS);
    }

    /** The file of a content, if it is kept and still holds it. */
    public Optional<Path> find(String sha256) {
        if (!SUM.matcher(sha256).matches()) {
            return Optional.empty();
        }
        Path kept = place(sha256);
        try {
            return Files.isRegularFile(kept, LinkOption.NOFOLLOW_LINKS)
                            && FileContent.sum(kept).equals(sha256)
                    ? Optional.of(kept)
                    : Optional.empty();
        } catch (IOException unreadable) {
            return Optional.empty();
        }
    }

    /** The sums of all that is kept. */
    public List<String> all() throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.walk(folder, 2)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> file.getFileName().toString())
                    .filter(name -> SUM.matcher(name).matches())
                    .toList();
        }
    }

    /** Gives one up for good. */
    public void forget(String sha256) throws IOException {
        if (SUM.matcher(sha256).matches()) {
            Files.deleteIfExists(place(sha256));
        }
    }
}
