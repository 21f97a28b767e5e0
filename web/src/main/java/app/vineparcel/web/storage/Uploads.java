package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.web.Text;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Files that came through the browser. Each lies in a folder of its own, under a safe form of its name. */
@Component
public class Uploads {

    private final StorageSettings settings;

    Uploads(StorageSettings settings) {
        this.settings = settings;
    }

    /** A place of its own for a file of that name, which is still to be written. */
    public Path place(String name) throws ProblemException {
        Path folder = settings.dataFolder()
                .toAbsolutePath()
                .resolve("uploads")
                .resolve(UUID.randomUUID().toString());
        try {
            return Files.createDirectories(folder).resolve(SafeName.of(name));
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            name, Text.of("storage.there-is-no-space"), Text.of("storage.check-whether-the-disk")),
                    e);
        }
    }

    /**
     * Streams a file to its place; it is there whole or not at all.
     *
     * @param name as the browser gave it; only its last part counts
     */
    public Path store(String name, InputStream content) throws ProblemException {
        String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
        String safe = SafeName.of(last);
        Path folder = settings.dataFolder()
                .toAbsolutePath()
                .resolve("uploads")
                .resolve(UUID.randomUUID().toString());
        Path beside = folder.resolve(".part");
        try {
            Files.createDirectories(folder);
            copy(content, beside, safe);
            return Files.move(beside, folder.resolve(safe), StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            safe,
                            Text.of("storage.the-upload-was-interrupted"),
                            Text.of("storage.import-the-file-again")),
                    e);
        } finally {
            discard(beside);
        }
    }

    private void copy(InputStream content, Path to, String name) throws IOException, ProblemException {
        long limit = settings.uploadLimit() * 1_000_000;
        long total = 0;
        byte[] buffer = new byte[1 << 16];
        try (OutputStream out = Files.newOutputStream(to)) {
            for (int count = content.read(buffer); count >= 0; count = content.read(buffer)) {
                total += count;
                if (total > limit) {
                    throw new ProblemException(new Problem.OverBudget(
                            name,
                            Text.of("storage.it-has-more-than-3", settings.uploadLimit()),
                            Text.of("storage.import-its-folder-instead")));
                }
                out.write(buffer, 0, count);
            }
        }
    }

    private static void discard(Path part) {
        try {
            if (Files.deleteIfExists(part)) {
                Files.deleteIfExists(part.getParent());
            }
        } catch (IOException leftBehind) {
            System.getLogger(Uploads.class.getName())
                    .log(System.Logger.Level.WARNING, "cannot remove " + part, leftBehind);
        }
    }
}
