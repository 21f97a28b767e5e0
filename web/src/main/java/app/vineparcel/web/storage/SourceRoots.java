package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The folders below which sources may be named. Nothing outside them is ever listed or opened, through links neither. */
@Component
public class SourceRoots {

    private static final int DEEPEST = 8;

    private final List<Path> roots;
    private final Path data;
    private final Path deliveries;

    SourceRoots(StorageSettings settings) {
        this.roots = settings.sourceRoots().stream().map(Path::toAbsolutePath).toList();
        this.data = settings.dataFolder().toAbsolutePath();
        this.deliveries = settings.deliveryRoot().toAbsolutePath();
    }

    /** The roots, as they were configured. */
    public List<Path> all() {
        return roots;
    }

    /**
     * The picture files in a folder and those below it, by name.
     *
     * @param named a folder as a person typed it: absolute, or relative to one of the roots
     * @throws ProblemException if there is no such folder below a root
     */
    public List<Path> pictures(String named) throws ProblemException {
        Path folder = folder(named);
        try (Stream<Path> inside = Files.walk(folder, DEEPEST)) {
            List<Path> pictures = new ArrayList<>();
            for (Path file : (Iterable<Path>) inside.sorted()::iterator) {
                if (SourceReader.mayBe(file.getFileName().toString())
                        && Files.isRegularFile(file)
                        && isBelowARoot(file.toRealPath())) {
                    pictures.add(file.toRealPath());
                }
            }
            return pictures;
        } catch (IOException | java.io.UncheckedIOException e) {
            throw new ProblemException(
                    new Problem.Vanished(
                            named,
                            Text.of("storage.the-folder-cannot-be"),
                            Text.of("storage.give-the-program-permission")),
                    e);
        }
    }

    /** Whether a file may be opened: it lies below a root, or is kept by us, with all links followed. One that is gone opens nothing. */
    public boolean allows(Path file) {
        try {
            Path real = file.toRealPath();
            return isBelowARoot(real) || isBelow(real, data) || isBelow(real, deliveries);
        } catch (IOException gone) {
            return true;
        }
    }

    private static boolean isBelow(Path real, Path folder) {
        try {
            return real.startsWith(folder.toRealPath());
        } catch (IOException missing) {
            return false;
        }
    }

    /** A folder that somebody named, with links followed. */
    public Path folder(String named) throws ProblemException {
        for (Path root : roots) {
            try {
                Path folder = root.resolve(named.strip()).toRealPath();
                if (Files.isDirectory(folder) && isBelowARoot(folder)) {
                    return folder;
                }
            } catch (IOException | InvalidPathException notHere) {
                continue;
            }
        }
        String where = roots.isEmpty()
                ? Text.of("storage.none-is-set-up")
                : String.join(", ", roots.stream().map(Path::toString).toList());
        throw new ProblemException(new Problem.BadRequest(
                named, Text.of("storage.there-is-no-such"), "Name a folder below one of these: " + where + "."));
    }

    private boolean isBelowARoot(Path real) {
        return roots.stream().anyMatch(root -> isBelow(real, root));
    }

    /** Folders one level below the roots, as suggestions. */
    public List<String> suggestions() {
        List<String> names = new ArrayList<>();
        for (Path root : roots) {
            try (Stream<Path> inside = Files.list(root)) {
                inside.filter(Files::isDirectory)
                        .map(folder -> folder.getFileName().toString())
                        .filter(name -> !name.startsWith("."))
                        .sorted()
                        .limit(50)
                        .forEach(names::add);
            } catch (IOException missing) {
                continue;
            }
        }
        return names;
    }
}
