package app.vineparcel.demo;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.jpeg.JpegEngine;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderListener;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.Stage;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * {@code Bench FOLDER [THREADS]}: makes 24 photographs of 24 megapixels once, then puts them through five recipes with the real engine and
 * real files, and prints one JSON line about it.
 */
public final class Bench {

    private static final List<String> RECIPES = List.of(
            """
            {"recipe": 1, "title": "original-q92", "format": {"quality": 92, "chroma": "4:4:4"}, "folder": "original-q92"}""",
            """
            {"recipe": 1, "title": "long-2048-q82", "size": {"mode": "long-edge", "px": 2048},
             "sharpen": {"for": "screen", "strength": 35}, "format": {"quality": 82, "progressive": true}, "folder": "long-2048-q82"}""",
            """
            {"recipe": 1, "title": "fill-1080-q80", "size": {"mode": "fill", "width": 1080, "height": 1080},
             "format": {"quality": 80}, "folder": "fill-1080-q80"}""",
            """
            {"recipe": 1, "title": "long-1600-webp", "size": {"mode": "long-edge", "px": 1600},
             "format": {"type": "webp", "quality": 80}, "folder": "long-1600-webp"}""",
            """
            {"recipe": 1, "title": "long-400-png", "size": {"mode": "long-edge", "px": 400},
             "format": {"type": "png"}, "folder": "long-400-png"}""");

    private Bench() {}

    /** Runs the bench. */
    public static void main(String[] args) throws IOException, RecipeException, ProblemException {
        if (args.length < 1 || args.length > 2) {
            System.err.println("usage: Bench FOLDER [THREADS]");
            System.exit(2);
        }
        Path folder = Path.of(args[0]);
        int threads = args.length > 1
                ? Integer.parseInt(args[1])
                : Runtime.getRuntime().availableProcessors();
        Path sources = folder.resolve("sources");
        for (SamplePicture picture : BenchPictures.all()) {
            if (!Files.exists(sources.resolve(picture.path()))) {
                System.err.println("  making " + picture.path());
                picture.write(sources, 1, Runtime.getRuntime().availableProcessors());
            }
        }
        System.out.println(run(sources, folder.resolve("out"), threads));
    }

    private static String run(Path sources, Path out, int threads)
            throws IOException, RecipeException, ProblemException {
        clear(out);
        long began = System.nanoTime();
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        List<PlanPiece> pieces = new ArrayList<>();
        long pixels = 0;
        for (SamplePicture picture : BenchPictures.all()) {
            Path file = sources.resolve(picture.path());
            SourceInfo info = reader.inspect(file);
            pixels += info.size().pixels();
            pieces.add(
                    PlanPiece.picture("", file, info.stem(), info, Optional.of(FocalPoint.CENTRE), pieces.size() + 1));
        }
        List<PlanColumn> columns = new ArrayList<>();
        for (String recipe : RECIPES) {
            columns.add(new PlanColumn("", RecipeReader.read(recipe, ""), "", ""));
        }
        Plan plan = new Planner("", LocalDate.EPOCH, Shelf.EMPTY).plan(pieces, columns);
        Tally tally = new Tally();
        new RenderRun(reader, Shelf.EMPTY, LocalFolder.at(out), tally, () -> false).render(plan, threads);
        double seconds = (System.nanoTime() - began) / 1e9;
        return String.format(
                Locale.ROOT,
                "{\"engine\":\"%s\",\"threads\":%d,\"sources\":%d,\"renditions\":%d,\"seconds\":%.2f,\"cpuSeconds\":%.2f,"
                        + "\"peakRssMB\":%d,\"megapixelsPerSecond\":%.1f,\"renditionsPerSecond\":%.2f,"
                        + "\"shares\":{%s}}",
                JpegEngine.usual().name(),
                threads,
                pieces.size(),
                tally.done.get(),
                seconds,
                ProcessHandle.current().info().totalCpuDuration().orElseThrow().toMillis() / 1000.0,
                peakMegabytes(),
                pixels / 1e6 / seconds,
                tally.done.get() / seconds,
                tally.shares());
    }

    /** Counts what came out and adds up where the time went. */
    private static final class Tally implements RenderListener {

        private final AtomicInteger done = new AtomicInteger();
        private final Map<Stage, Long> spent = new EnumMap<>(Stage.class);

        @Override
        public void finished(PlannedRendition rendition, Outcome outcome) {
            if (outcome instanceof Outcome.Done) {
                done.incrementAndGet();
            } else if (outcome instanceof Outcome.Failed failed) {
                System.err.println(failed.problem().sentence());
            }
        }

        @Override
        public synchronized void sourceFinished(Map<Stage, Long> ofSource) {
            ofSource.forEach((stage, nanos) -> spent.merge(stage, nanos, Long::sum));
        }

        /** Each stage's part of the time that the threads were at work. */
        String shares() {
            double all = spent.values().stream().mapToLong(Long::longValue).sum();
            return spent.entrySet().stream()
                    .map(entry -> String.format(
                            Locale.ROOT,
                            "\"%s\":%.3f",
                            entry.getKey().name().toLowerCase(Locale.ROOT),
                            entry.getValue() / all))
                    .collect(Collectors.joining(","));
        }
    }

    private static void clear(Path folder) throws IOException {
        if (Files.exists(folder)) {
            try (Stream<Path> all = Files.walk(folder)) {
                for (Path path : (Iterable<Path>) all.sorted(java.util.Comparator.reverseOrder())::iterator) {
                    Files.delete(path);
                }
            }
        }
    }

    /** The high-water mark of resident memory, as Linux keeps it; 0 elsewhere. */
    private static long peakMegabytes() throws IOException {
        Path status = Path.of("/proc/self/status");
        if (!Files.isReadable(status)) {
            return 0;
        }
        return Files.readAllLines(status).stream()
                .filter(line -> line.startsWith("VmHWM"))
                .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) * 1024 / 1_000_000)
                .findFirst()
                .orElse(0);
    }
}
