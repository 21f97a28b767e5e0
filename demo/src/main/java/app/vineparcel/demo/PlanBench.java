package app.vineparcel.demo;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Measures the plan's grid in memory: 2,000 pieces by 12 recipes, on one thread. Prints medians of five, the first left out. */
public final class PlanBench {

    private static final int PIECES = 2_000;
    private static final int WINDOW = 60;
    private static final int TIMES = 6;
    private static final List<String> SIZES = List.of(
            "'size': {'mode': 'long-edge', 'px': 2048}, 'format': {'quality': 82}, 'name': '{stem|kebab}-{width}'",
            "'size': {'mode': 'fill', 'width': 1080, 'height': 1080}, 'format': {'type': 'webp', 'quality': 80}",
            "'size': {'mode': 'width', 'px': 400, 'densities': [1, 2, 3]}, 'format': {'type': 'png'}",
            "'format': {'type': 'tiff', 'bits': 16}, 'folder': '{shot:yyyy}/{shot:MM-dd}', 'name': '{n:4}-{stem}'");

    private PlanBench() {}

    /** Runs the bench. */
    public static void main(String[] arguments) throws RecipeException {
        List<PlanPiece> pieces =
                IntStream.rangeClosed(1, PIECES).mapToObj(PlanBench::piece).toList();
        List<PlanColumn> columns = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            String recipe = "{'recipe': 1, 'title': 'Recipe %d', %s}".formatted(i + 1, SIZES.get(i % SIZES.size()));
            columns.add(new PlanColumn(
                    "c" + i, RecipeReader.read(recipe.replace('\'', '"'), ""), "Channel", "channel-" + i / 4));
        }
        Supplier<Grid> whole =
                () -> Grid.of(new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY), pieces, columns, Choices.ALL);
        Grid grid = whole.get();
        long before = heldKilobytes();
        Grid kept = whole.get();
        long held = heldKilobytes() - before;
        Choices one = Choices.ALL.turned(List.of(new Choices.CellKey("p900", "c3")), false);
        Choices column = Choices.ALL.turned(
                pieces.stream()
                        .map(piece -> new Choices.CellKey(piece.id(), "c3"))
                        .toList(),
                false);
        System.out.printf(
                Locale.ROOT,
                "{\"pieces\":%d,\"recipes\":%d,\"renditions\":%d,\"wholeMs\":%.1f,\"cellMs\":%.2f,\"columnMs\":%.1f,\"windowMs\":%.1f,\"heldKB\":%d}%n",
                PIECES,
                columns.size(),
                kept.totals().renditions(),
                millis(whole),
                millis(() -> grid.with(one)),
                millis(() -> grid.with(column)),
                millis(() -> grid.window(1_000, 1_000 + WINDOW)),
                held);
    }

    private static PlanPiece piece(int number) {
        boolean lying = number % 3 != 0;
        SourceInfo info = new SourceInfo(
                "field-%04d.jpg".formatted(number),
                8_000_000,
                SourceFormat.JPEG,
                lying ? new PixelSize(6000, 4000) : new PixelSize(4000, 6000),
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                PhotoFacts.NONE,
                List.of());
        return PlanPiece.picture(
                "p" + number, Path.of(info.fileName()), info.stem(), info, Optional.of(FocalPoint.CENTRE), number);
    }

    private static long heldKilobytes() {
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        return (runtime.totalMemory() - runtime.freeMemory()) / 1000;
    }

    private static double millis(Supplier<?> work) {
        double[] taken = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            long began = System.nanoTime();
            if (work.get() == null) {
                throw new IllegalStateException("nothing was made");
            }
            taken[i] = (System.nanoTime() - began) / 1e6;
        }
        double[] later = Arrays.copyOfRange(taken, 1, TIMES);
        Arrays.sort(later);
        return later[later.length / 2];
    }
}
