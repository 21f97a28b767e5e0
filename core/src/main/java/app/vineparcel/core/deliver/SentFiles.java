package app.vineparcel.core.deliver;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;

/**
 * Remembers in a folder of this machine what was put in a place behind a network, so that only our own files are replaced there: the same record as in
 * the hidden folder of a {@link LocalFolder}. Also keeps a word for each transfer that broke off.
 */
public final class SentFiles {

    private final Ledger ledger;
    private final Path words;

    private SentFiles(Path folder) throws IOException {
        this.ledger = Ledger.in(folder.resolve("written"));
        this.words = Files.createDirectories(folder.resolve("under-way"));
    }

    /**
     * The record in a folder, which is made where it is missing.
     *
     * @throws ProblemException if it cannot be
     */
    public static SentFiles in(Path folder) throws ProblemException {
        try {
            return new SentFiles(folder);
        } catch (IOException e) {
            throw unwritable(folder, e);
        }
    }

    /** Whether a file of that sum was put there by us, or was about to be. */
    public boolean knows(String path, String sha256) throws ProblemException {
        try {
            return ledger.turn(path, entry -> entry.knows(sha256));
        } catch (IOException e) {
            throw unwritable(words, e);
        }
    }

    /** Whether anything was ever put there by us. */
    public boolean knows(String path) throws ProblemException {
        try {
            return ledger.turn(path, Ledger.Entry::isKnown);
        } catch (IOException e) {
            throw unwritable(words, e);
        }
    }

    /** Notes that a file of that sum is about to get its name; it is on the disk when this returns. */
    public void note(String path, String sha256) throws ProblemException {
        try {
            ledger.turn(path, entry -> {
                entry.note(sha256);
                return true;
            });
        } catch (IOException e) {
            throw unwritable(words, e);
        }
    }

    /** The word that was kept for a transfer. */
    public Optional<String> underWay(String path, String sha256) throws ProblemException {
        try {
            Path file = word(path, sha256);
            return Files.isRegularFile(file) ? Optional.of(Files.readString(file)) : Optional.empty();
        } catch (IOException e) {
            throw unwritable(words, e);
        }
    }

    /** Keeps a word for a transfer; an empty one forgets it. */
    public void underWay(String path, String sha256, String word) throws ProblemException {
        try {
            Path file = word(path, sha256);
            if (word.isEmpty()) {
                Files.deleteIfExists(file);
            } else {
                Path part = file.resolveSibling(file.getFileName() + ".part");
                Files.writeString(part, word);
                Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            }
        } catch (IOException e) {
            throw unwritable(words, e);
        }
    }

    private Path word(String path, String sha256) {
        return words.resolve(FileContent.sum((sha256 + "\t" + path).getBytes(StandardCharsets.UTF_8)));
    }

    private static ProblemException unwritable(Path folder, IOException cause) {
        return new ProblemException(
                new Problem.CannotWrite(
                        String.valueOf(folder.getFileName()),
                        "The record of what was sent cannot be written.",
                        "Free some space on this machine's disk; the rest is sent then.",
                        true),
                cause);
    }
}
