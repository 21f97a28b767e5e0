package app.vineparcel.core.plan;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What the cells that are on amount to.
 *
 * @param renditions files that will be made: what is blocked is not counted
 * @param bytes about how heavy they will be
 * @param cells how many are on
 * @param levels in how many of those a finding of that level is the worst
 * @param codes in how many of those there is a finding of that code
 */
public record GridTotals(
        int renditions, long bytes, int cells, Map<Finding.Level, Integer> levels, SortedMap<String, Integer> codes) {

    /** Nothing. */
    public static final GridTotals NONE =
            new GridTotals(0, 0, 0, new EnumMap<>(Finding.Level.class), Collections.emptySortedMap());

    public GridTotals {
        levels = Collections.unmodifiableMap(
                new EnumMap<>(levels.isEmpty() ? new EnumMap<>(Finding.Level.class) : levels));
        codes = Collections.unmodifiableSortedMap(new TreeMap<>(codes));
    }

    /** All of these together. */
    public static GridTotals sum(List<GridTotals> parts) {
        Map<Finding.Level, Integer> levels = new EnumMap<>(Finding.Level.class);
        SortedMap<String, Integer> codes = new TreeMap<>();
        int renditions = 0;
        long bytes = 0;
        int cells = 0;
        for (GridTotals part : parts) {
            renditions += part.renditions();
            bytes += part.bytes();
            cells += part.cells();
            part.levels().forEach((level, count) -> levels.merge(level, count, Integer::sum));
            part.codes().forEach((code, count) -> codes.merge(code, count, Integer::sum));
        }
        return new GridTotals(renditions, bytes, cells, levels, codes);
    }

    /** In how many cells a finding of that level is the worst. */
    public int count(Finding.Level level) {
        return levels.getOrDefault(level, 0);
    }
}
