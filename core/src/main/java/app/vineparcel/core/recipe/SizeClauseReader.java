package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Sizing;
import java.util.List;
import java.util.OptionalInt;

/** Reads the size clause: its mode says which numbers belong to it. */
final class SizeClauseReader {

    private static final double LEAST_DENSITY = 0.25;
    private static final double MOST_DENSITY = 8;
    private static final int MOST_DENSITIES = 8;

    private final JsonPlace size;

    SizeClauseReader(JsonPlace size) {
        this.size = size;
    }

    SizeClause read() {
        List<String> modes = SizeModes.words();
        Sizing sizing = SizeModes.of(size.choice("mode", modes).orElse(modes.get(0)))
                .reader()
                .apply(new SizeNumbers(size));
        boolean enlarge = size.flag("enlarge", false);
        OptionalInt ppi = new SizeNumbers(size).ppi();
        if (sizing instanceof Sizing.Print print) {
            ppi = OptionalInt.of(print.ppi());
        }
        List<Double> densities = size.numbers("densities", LEAST_DENSITY, MOST_DENSITY, MOST_DENSITIES);
        size.refuseOthers();
        return new SizeClause(
                sizing,
                enlarge,
                ppi,
                densities.isEmpty()
                        ? SizeClause.SINGLE
                        : densities.stream().distinct().sorted().toList());
    }
}
