package app.vineparcel.core.plan;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Which files of which cells go to which path; the first of those in order keeps it. Used by one grid while it is made, then only read. */
final class PathOwners {

    /** More densities than a recipe can ask for. */
    private static final int MOST_FILES = 16;

    private static final int[] NOBODY = {};

    private final Map<String, int[]> byPath;

    private PathOwners(Map<String, int[]> byPath) {
        this.byPath = byPath;
    }

    static PathOwners none() {
        return new PathOwners(new HashMap<>());
    }

    /** Another that can be changed without this one. */
    PathOwners copy() {
        return new PathOwners(new HashMap<>(byPath));
    }

    /** Notes the paths of a cell's files, in their order. */
    void add(int cell, String[] paths) {
        for (int file = 0; file < paths.length; file++) {
            int[] before = byPath.getOrDefault(paths[file], NOBODY);
            int[] now = Arrays.copyOf(before, before.length + 1);
            now[before.length] = cell * MOST_FILES + file;
            Arrays.sort(now);
            byPath.put(paths[file], now);
        }
    }

    void remove(int cell, String[] paths) {
        for (String path : paths) {
            int[] left = Arrays.stream(byPath.getOrDefault(path, NOBODY))
                    .filter(taker -> taker / MOST_FILES != cell)
                    .toArray();
            if (left.length == 0) {
                byPath.remove(path);
            } else {
                byPath.put(path, left);
            }
        }
    }

    /** Whether a cell's file keeps its path. */
    boolean isFirst(int cell, int file, String path) {
        int[] all = byPath.getOrDefault(path, NOBODY);
        return all.length == 0 || all[0] == cell * MOST_FILES + file;
    }

    /** The cell whose file keeps a path that is taken. */
    int firstCell(String path) {
        return byPath.get(path)[0] / MOST_FILES;
    }

    /** Which of that cell's files it is. */
    int firstFile(String path) {
        return byPath.get(path)[0] % MOST_FILES;
    }

    /** Every cell that wants one of these paths. */
    Set<Integer> cells(Iterable<String> paths) {
        Set<Integer> cells = new HashSet<>();
        for (String path : paths) {
            for (int taker : byPath.getOrDefault(path, NOBODY)) {
                cells.add(taker / MOST_FILES);
            }
        }
        return cells;
    }

    /** Of some cells that are on: those of which a file is in another's way. */
    List<Integer> late(List<Integer> cells, CellSummary[] all) {
        return cells.stream()
                .filter(cell -> {
                    String[] paths = all[cell].paths();
                    for (int file = 0; file < paths.length; file++) {
                        if (!isFirst(cell, file, paths[file])) {
                            return true;
                        }
                    }
                    return false;
                })
                .toList();
    }
}
