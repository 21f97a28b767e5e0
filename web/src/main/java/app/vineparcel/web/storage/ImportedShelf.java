package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Mark;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.Text;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** ICC profiles and marks that people imported: files in the data folder, by their own names. Nothing broken is ever taken in. */
@Component
public class ImportedShelf implements Shelf {

    private static final int LARGEST = 20_000_000;
    private static final int ICC_MARK = 36;

    /** A profile that was imported. */
    public record Profile(String name, String title, String model) {}

    private final Path folder;
    private final FolderShelf shelf;

    ImportedShelf(StorageSettings settings) {
        this.folder = settings.dataFolder().toAbsolutePath().resolve("shelf");
        this.shelf = new FolderShelf(List.of(folder));
    }

    @Override
    public Optional<IccProfile> imported(String name) {
        return shelf.imported(name);
    }

    @Override
    public boolean hasMark(String name) {
        return !isProfile(name) && shelf.hasMark(name);
    }

    @Override
    public Mark mark(String name) throws ProblemException {
        return shelf.mark(name);
    }

    @Override
    public Optional<String> content(String name) {
        return shelf.content(name);
    }

    /** The profiles, by name. */
    public List<Profile> profiles() {
        return names().filter(ImportedShelf::isProfile)
                .flatMap(name ->
                        imported(name)
                                .map(profile -> new Profile(
                                        name, profile.title(), profile.model().name()))
                                .stream())
                .toList();
    }

    /** The names of the marks. */
    public List<String> marks() {
        return names().filter(name -> !isProfile(name)).toList();
    }

    /** The file of a mark. */
    public Optional<Path> markFile(String name) {
        return marks().stream().filter(name::equals).findFirst().map(folder::resolve);
    }

    /** A word for what lies on it, another after every change. */
    public String stamp() {
        return names().map(name -> name + folder.resolve(name).toFile().lastModified())
                .collect(Collectors.joining(","));
    }

    private Stream<String> names() {
        if (!Files.isDirectory(folder)) {
            return Stream.empty();
        }
        try (Stream<Path> files = Files.list(folder)) {
            return files
                    .map(file -> file.getFileName().toString())
                    .filter(name -> !name.startsWith("."))
                    .sorted(String.CASE_INSENSITIVE_ORDER)
                    .toList()
                    .stream();
        } catch (IOException unreadable) {
            return Stream.empty();
        }
    }

    private static boolean isProfile(String name) {
        return name.toLowerCase(Locale.ROOT).matches(".*\\.ic[cm]");
    }

    /**
     * Takes a file in, once it was seen that it can be used. A file of the same name is set aside.
     *
     * @param name as the browser gave it; only its last part counts
     * @return the name that it is kept by
     * @throws ProblemException if it is no sound profile, PNG or SVG
     */
    public String store(String name, InputStream content) throws ProblemException {
        String safe = SafeName.of(name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1));
        Path beside = folder.resolve(".part-" + safe);
        try {
            byte[] bytes = content.readNBytes(LARGEST + 1);
            if (bytes.length > LARGEST) {
                throw new ProblemException(new Problem.OverBudget(
                        safe, Text.of("storage.it-has-more-than"), Text.of("storage.import-a-smaller-file")));
            }
            Files.createDirectories(folder);
            Files.write(beside, bytes);
            String kept = looksLikeAProfile(bytes) || isProfile(safe) ? profile(safe, bytes) : mark(safe, beside);
            setAside(folder.resolve(kept));
            Files.move(beside, folder.resolve(kept), StandardCopyOption.ATOMIC_MOVE);
            return kept;
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            safe, Text.of("storage.it-could-not-be"), Text.of("storage.check-whether-the-disk")),
                    e);
        } finally {
            discard(beside);
        }
    }

    /** The former file of a name is kept out of sight, so that nothing is lost that somebody made. */
    private void setAside(Path former) throws IOException {
        if (Files.exists(former)) {
            Path aside = Files.createDirectories(folder.resolve(".former"));
            int number = 1;
            while (Files.exists(aside.resolve(number + "-" + former.getFileName()))) {
                number++;
            }
            Files.move(former, aside.resolve(number + "-" + former.getFileName()));
        }
    }

    private static boolean looksLikeAProfile(byte[] bytes) {
        return bytes.length > ICC_MARK + 4
                && new String(bytes, ICC_MARK, 4, StandardCharsets.ISO_8859_1).equals("acsp");
    }

    private static String profile(String name, byte[] bytes) throws ProblemException {
        try {
            IccProfile.read(bytes);
            return isProfile(name) ? name : name + ".icc";
        } catch (BadProfileException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            name,
                            Text.of("storage.the-profile-is-damaged", e.getMessage()),
                            Text.of("storage.get-a-fresh-copy")),
                    e);
        }
    }

    private String mark(String name, Path file) throws ProblemException {
        try {
            FolderShelf.read(name, file).draw(64, 0);
            return name;
        } catch (ProblemException e) {
            throw new ProblemException(
                    new Problem.Unsupported(name, e.problem().reason(), Text.of("storage.use-a-png-with")), e);
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            name,
                            Text.of("storage.the-watermark-cannot-be", e.getMessage()),
                            Text.of("storage.use-a-png-with")),
                    e);
        }
    }

    private static void discard(Path part) {
        try {
            Files.deleteIfExists(part);
        } catch (IOException leftBehind) {
            System.getLogger(ImportedShelf.class.getName())
                    .log(System.Logger.Level.WARNING, "cannot remove " + part, leftBehind);
        }
    }
}
