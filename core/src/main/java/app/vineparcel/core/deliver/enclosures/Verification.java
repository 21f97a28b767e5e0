package app.vineparcel.core.deliver.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/** Checks a folder against the manifests in it. Changes nothing. */
public final class Verification {

    private static final long LARGEST_MANIFEST = 100_000_000;
    private static final int MOST_FILES = 1_000_000;

    private Verification() {}

    /** What a file is, against what was delivered. */
    public enum State {
        AS_DELIVERED,
        CHANGED,
        MISSING,
        /** No manifest names it. */
        NOT_OURS
    }

    /**
     * One file.
     *
     * @param path relative to the folder that was checked
     */
    public record Checked(String path, State state) {}

    /**
     * Checks every file below a folder, and every file that a manifest below it names.
     *
     * @return in the order of their paths
     * @throws ProblemException if there is no manifest, or one cannot be read
     */
    public static List<Checked> of(Path folder) throws ProblemException {
        TreeSet<String> standing = standing(folder);
        List<String> manifests = standing.stream()
                .filter(path -> path.equals(Manifest.JSON_NAME) || path.endsWith("/" + Manifest.JSON_NAME))
                .toList();
        if (manifests.isEmpty()) {
            throw new ProblemException(new Problem.Vanished(
                    String.valueOf(folder.getFileName()),
                    "There is no manifest.json in this folder.",
                    "Name the folder of a delivery whose channel sends a manifest along."));
        }
        Map<String, State> states = new TreeMap<>();
        standing.forEach(path -> states.put(path, State.NOT_OURS));
        for (String manifest : manifests) {
            String beside = manifest.substring(0, manifest.length() - Manifest.JSON_NAME.length());
            for (Manifest.Entry entry : Manifest.read(text(folder.resolve(manifest)), manifest)) {
                states.put(
                        beside + entry.path(),
                        state(folder.resolve(beside + entry.path()), entry.bytes(), entry.sha256()));
            }
            sums(folder, beside, states);
        }
        return states.entrySet().stream()
                .map(one -> new Checked(one.getKey(), one.getValue()))
                .sorted(Comparator.comparing(Checked::path))
                .toList();
    }

    /** What went along is told by the sums beside a manifest; the sums themselves are ours. */
    private static void sums(Path folder, String beside, Map<String, State> states) throws ProblemException {
        Path file = folder.resolve(beside + Manifest.SUMS_NAME);
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        states.put(beside + Manifest.SUMS_NAME, State.AS_DELIVERED);
        for (String line : text(file).split("\n")) {
            if (line.matches("[0-9a-f]{64}  [^/].*") && !line.contains("..")) {
                String path = beside + line.substring(66);
                states.put(path, state(folder.resolve(path), -1, line.substring(0, 64)));
            }
        }
    }

    private static State state(Path file, long bytes, String sha256) {
        try {
            if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                return Files.exists(file, LinkOption.NOFOLLOW_LINKS) ? State.CHANGED : State.MISSING;
            }
            boolean same = (bytes < 0 || Files.size(file) == bytes)
                    && FileContent.sum(file).equals(sha256);
            return same ? State.AS_DELIVERED : State.CHANGED;
        } catch (IOException unreadable) {
            return State.CHANGED;
        }
    }

    private static String text(Path file) throws ProblemException {
        try {
            if (Files.size(file) > LARGEST_MANIFEST) {
                throw new IOException("too large");
            }
            return Files.readString(file, StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            String.valueOf(file.getFileName()), "It cannot be read.", "Ask for the delivery again."),
                    e);
        }
    }

    private static TreeSet<String> standing(Path folder) throws ProblemException {
        if (!Files.isDirectory(folder)) {
            throw new ProblemException(new Problem.Vanished(
                    folder.toString(), "There is no such folder.", "Name the folder of a delivery."));
        }
        List<String> found = new ArrayList<>();
        try {
            Files.walkFileTree(folder, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult preVisitDirectory(Path visited, BasicFileAttributes known) {
                    return visited.endsWith(".vine-parcel") ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes known) {
                    found.add(folder.relativize(file).toString());
                    return found.size() < MOST_FILES ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException closed) {
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.Vanished(
                            folder.toString(), "The folder cannot be read.", "Check the permission to read it."),
                    e);
        }
        return new TreeSet<>(found);
    }
}
