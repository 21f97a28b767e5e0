package app.vineparcel.demo;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.RenderListener;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.render.SmallPicture;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/** Measures how near the plan's weights are: renders the pictures of a folder by many recipes and compares with what was predicted. */
public final class WeightBench {

    private static final List<String> FORMATS = List.of(
            "'type': 'jpeg', 'quality': 60",
            "'type': 'jpeg', 'quality': 82",
            "'type': 'jpeg', 'quality': 92",
            "'type': 'webp', 'quality': 60",
            "'type': 'webp', 'quality': 80",
            "'type': 'webp', 'quality': 90",
            "'type': 'avif', 'quality': 50",
            "'type': 'avif', 'quality': 63",
            "'type': 'avif', 'quality': 80",
            "'type': 'png', 'bits': 24",
            "'type': 'png', 'bits': 8, 'colours': 256, 'dither': true",
            "'type': 'png', 'bits': 8, 'colours': 64, 'dither': false",
            "'type': 'jpeg', 'quality': 1",
            "'type': 'webp', 'quality': 1",
            "'type': 'png', 'bits': 8, 'colours': 2, 'dither': true");
    /** The last formats are the lightest that a weight limit can come to. */
    private static final int LIGHTEST = 12;

    private static final List<Integer> SIZES = List.of(400, 1000, 2000, 0);
    private static final List<Double> LIMITS = List.of(0.3, 0.6, 0.8, 1.25, 1.7, 3.0);
    private static final double WITHIN = 0.35;
    private static final long AVIF_PIXELS = 6_000_000;

    private WeightBench() {}

    private record Weighed(int format, long predicted, long made) {
        double off() {
            return (double) predicted / made - 1;
        }
    }

    /** Runs the bench on the pictures of a folder. */
    public static void main(String[] arguments) throws Exception {
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        List<Weighed> all = new ArrayList<>();
        Map<Integer, int[]> limits = new LinkedHashMap<>();
        List<Path> files;
        try (Stream<Path> found = Files.list(Path.of(arguments[0]))) {
            files = found.filter(file -> SourceReader.mayBe(file.getFileName().toString()))
                    .sorted()
                    .toList();
        }
        for (Path file : files) {
            try {
                of(reader, file, all, limits);
            } catch (ProblemException e) {
                System.err.println(file.getFileName() + ": " + e.getMessage());
            }
        }
        System.out.printf("%d pictures of %s%n", files.size(), arguments[0]);
        System.out.printf("%-52s %6s %9s %9s %9s%n", "format", "files", "median", "in 35 %", "total");
        for (int format = 0; format < LIGHTEST; format++) {
            print(FORMATS.get(format).replace("'", ""), format, all);
        }
        int right = limits.values().stream().mapToInt(one -> one[0]).sum();
        int asked = limits.values().stream().mapToInt(one -> one[1]).sum();
        System.out.printf(
                Locale.ROOT, "limit-unreachable: right in %d of %d (%.1f %%)%n", right, asked, 100.0 * right / asked);
    }

    private static void print(String name, int format, List<Weighed> all) {
        List<Weighed> those = all.stream().filter(one -> one.format() == format).toList();
        double[] off =
                those.stream().mapToDouble(one -> Math.abs(one.off())).sorted().toArray();
        double within = Arrays.stream(off).filter(one -> one <= WITHIN).count() / (double) Math.max(1, off.length);
        double total = (double) those.stream().mapToLong(Weighed::predicted).sum()
                / Math.max(1, those.stream().mapToLong(Weighed::made).sum());
        System.out.printf(
                Locale.ROOT,
                "%-52s %6d %8.1f%% %8.1f%% %9.2f%n",
                name,
                off.length,
                off.length == 0 ? 0 : 100 * off[off.length / 2],
                100 * within,
                total);
    }

    private static void of(SourceReader reader, Path file, List<Weighed> all, Map<Integer, int[]> limits)
            throws ProblemException, RecipeException {
        SourceInfo info = reader.inspect(file);
        Recipe thumbnail = recipe("'type': 'webp', 'quality': 78", 480);
        PictureFacts facts = SmallPicture.make(reader, file, info, thumbnail, (path, content) -> weigh(content))
                .facts();
        PlanPiece piece = PlanPiece.picture("", file, info.stem(), info, Optional.empty(), 1);
        PlanPiece known = piece.withKnown(piece.known().with(Optional.of(facts)));
        Planner planner = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);
        Map<String, PlannedRendition> planned = new LinkedHashMap<>();
        for (int format = 0; format < FORMATS.size(); format++) {
            for (int size : SIZES) {
                boolean fits = size < info.size().longEdge();
                boolean slow = FORMATS.get(format).contains("avif")
                        && size == 0
                        && info.size().pixels() > AVIF_PIXELS;
                if (fits && !slow) {
                    String key = format + "-" + size;
                    planned.put(
                            key,
                            planner.plan(known, new PlanColumn(key, recipe(FORMATS.get(format), size), "", ""))
                                    .to(key));
                }
            }
        }
        Map<String, Long> made = new ConcurrentHashMap<>();
        RenditionSink sink = (path, content) -> {
            RenditionSink.Placed placed = weigh(content);
            made.put(path, placed.bytes());
            return placed;
        };
        RenderListener nobody = (rendition, outcome) -> {};
        new RenderRun(reader, Shelf.EMPTY, sink, nobody, () -> false)
                .render(new Plan(List.copyOf(planned.values())), 1);
        planned.forEach((key, rendition) -> {
            int format = Integer.parseInt(key.substring(0, key.indexOf('-')));
            Long bytes = made.get(key);
            if (bytes != null) {
                all.add(new Weighed(format, rendition.predictedBytes(), bytes));
                if (format >= LIGHTEST) {
                    limits(planner, rendition, bytes, limits.computeIfAbsent(format, one -> new int[2]));
                }
            }
        });
    }

    private static void limits(Planner planner, PlannedRendition lightest, long bytes, int[] right) {
        for (double share : LIMITS) {
            Recipe limited = lightest.column().recipe().atMost(Math.max(1, Math.round(bytes * share)));
            boolean said = planner.plan(lightest.piece(), lightest.column().with(limited)).findings().stream()
                    .anyMatch(finding -> finding.code().equals("limit-unreachable"));
            right[0] += said == share < 1 ? 1 : 0;
            right[1]++;
        }
    }

    private static Recipe recipe(String format, int edge) throws RecipeException {
        String size = edge == 0 ? "" : "'size': {'mode': 'long-edge', 'px': %d}, ".formatted(edge);
        String json = "{'recipe': 1, 'title': 'weighed', %s'format': {%s}, 'metadata': {'keep': 'none'}}"
                .formatted(size, format);
        return RecipeReader.read(json.replace('\'', '"'), "");
    }

    private static RenditionSink.Placed weigh(RenditionSink.Content content) {
        try {
            Path file = Files.createTempFile("weighed", ".part");
            try {
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } finally {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new IllegalStateException("a temporary file could not be written", e);
        }
    }
}
