package app.vineparcel.web.deliveries;

import app.vineparcel.web.runs.Rendition;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Delivered files by their folders. */
public final class Tree {

    private final String name;
    private final Map<String, Tree> folders = new TreeMap<>();
    private final List<Rendition> files = new ArrayList<>();

    private Tree(String name) {
        this.name = name;
    }

    /** The tree of these files; the root has no name. */
    static Tree of(List<Rendition> renditions) {
        Tree root = new Tree("");
        for (Rendition rendition : renditions) {
            String[] parts = rendition.path().split("/");
            Tree folder = root;
            for (int i = 0; i < parts.length - 1; i++) {
                folder = folder.folders.computeIfAbsent(parts[i], Tree::new);
            }
            folder.files.add(rendition);
        }
        return root;
    }

    public String name() {
        return name;
    }

    /** Folders in it, by name. */
    public List<Tree> folders() {
        return List.copyOf(folders.values());
    }

    /** Files right in it. */
    public List<Rendition> files() {
        return List.copyOf(files);
    }

    /** The file that stands uppermost when all folders are open. */
    Optional<Rendition> first() {
        return folders.values().stream()
                .map(Tree::first)
                .flatMap(Optional::stream)
                .findFirst()
                .or(() -> files.stream().findFirst());
    }

    /** How many files there are in it and below. */
    public long count() {
        return files.size() + folders.values().stream().mapToLong(Tree::count).sum();
    }

    /** How heavy they are. */
    public long bytes() {
        return files.stream().mapToLong(Rendition::bytes).sum()
                + folders.values().stream().mapToLong(Tree::bytes).sum();
    }
}
