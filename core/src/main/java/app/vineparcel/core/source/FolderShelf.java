package app.vineparcel.core.source;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** A shelf that is one or several folders; the first that has a file of the name wins. What was read is kept until the file changes. */
public final class FolderShelf implements Shelf {

    private static final long LARGEST_PROFILE = 20_000_000;
    /** The most px of a mark. */
    private static final long LARGEST_MARK = 50_000_000;

    private record Stored<T>(long changed, long bytes, T value) {}

    private final List<Path> folders;
    private final Map<Path, Stored<Optional<IccProfile>>> profiles = new ConcurrentHashMap<>();
    private final Map<Path, Stored<Mark>> marks = new ConcurrentHashMap<>();
    private final Map<Path, Stored<String>> contents = new ConcurrentHashMap<>();

    /** A shelf of these folders; they need not be there. */
    public FolderShelf(List<Path> folders) {
        this.folders = List.copyOf(folders);
    }

    @Override
    public Optional<IccProfile> imported(String name) {
        Optional<Path> file = file(name);
        if (file.isEmpty()) {
            return Optional.empty();
        }
        try {
            Stored<Optional<IccProfile>> kept = profiles.get(file.get());
            if (kept == null || isStale(kept, file.get())) {
                kept = kept(file.get(), sound(file.get()));
                profiles.put(file.get(), kept);
            }
            return kept.value();
        } catch (IOException gone) {
            return Optional.empty();
        }
    }

    private static Optional<IccProfile> sound(Path file) throws IOException {
        try {
            return Files.size(file) > LARGEST_PROFILE
                    ? Optional.empty()
                    : Optional.of(IccProfile.read(Files.readAllBytes(file)));
        } catch (BadProfileException broken) {
            return Optional.empty();
        }
    }

    @Override
    public boolean hasMark(String name) {
        return file(name).isPresent();
    }

    @Override
    public Mark mark(String name) throws ProblemException {
        Path file = file(name)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        name, "There is no watermark of that name.", "Import it, or choose another in the recipe.")));
        try {
            Stored<Mark> kept = marks.get(file);
            if (kept == null || isStale(kept, file)) {
                kept = kept(file, read(name, file));
                marks.put(file, kept);
            }
            return kept.value();
        } catch (IOException gone) {
            throw new ProblemException(
                    new Problem.Vanished(name, "The watermark is missing.", "Import it again."), gone);
        }
    }

    /**
     * Reads a mark.
     *
     * @param name as people know it
     * @throws ProblemException if it is neither a sound picture nor a sound SVG
     */
    public static Mark read(String name, Path file) throws ProblemException {
        try {
            return read(file);
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            name,
                            "The watermark cannot be read: " + e.getMessage(),
                            "Use a PNG with transparency or an SVG of shapes."),
                    e);
        }
    }

    private static Mark read(Path file) throws IOException, ProblemException {
        String start;
        try (InputStream in = Files.newInputStream(file)) {
            start = new String(in.readNBytes(1024), StandardCharsets.UTF_8);
        }
        if (start.stripLeading().startsWith("<") || start.startsWith("\ufeff<")) {
            return new SvgMark(Files.readAllBytes(file));
        }
        OpenedSource picture = new SourceReader(LARGEST_MARK).open(file);
        LinearSpace space = picture.profile()
                .linearSpace()
                .orElseThrow(() -> new IOException("its colour profile works by tables; save it as sRGB."));
        return new PictureMark(picture.pixels(), space);
    }

    @Override
    public Optional<String> content(String name) {
        Optional<Path> file = file(name);
        if (file.isEmpty()) {
            return Optional.empty();
        }
        try {
            Stored<String> kept = contents.get(file.get());
            if (kept == null || isStale(kept, file.get())) {
                kept = kept(file.get(), FileContent.sum(file.get()));
                contents.put(file.get(), kept);
            }
            return Optional.of(kept.value());
        } catch (IOException gone) {
            return Optional.empty();
        }
    }

    private static <T> Stored<T> kept(Path file, T value) throws IOException {
        return new Stored<>(Files.getLastModifiedTime(file).toMillis(), Files.size(file), value);
    }

    private static boolean isStale(Stored<?> kept, Path file) throws IOException {
        return kept.changed() != Files.getLastModifiedTime(file).toMillis() || kept.bytes() != Files.size(file);
    }

    /** Names are bare: a recipe never reaches out of the shelf. */
    private Optional<Path> file(String name) {
        if (name.contains("/") || name.contains("\\") || name.startsWith(".") || name.indexOf('\0') >= 0) {
            return Optional.empty();
        }
        return folders.stream()
                .map(folder -> folder.resolve(name))
                .filter(Files::isRegularFile)
                .findFirst();
    }
}
