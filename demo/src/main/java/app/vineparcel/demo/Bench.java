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
import app.vineparcel.core.render.StageCost;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import com.sun.management.ThreadMXBean;
import java.io.IOException;
import java.io.PrintStream;
import java.lang.management.ManagementFactory;
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
import java.util.stream.Stream;

/**
 * {@code Bench FOLDER [--threads N] [--alone] [--against RUNNER] [--pairs N]}: makes 24 photographs of 24 megapixels once, then puts them through five
 * recipes with the real engine and real files, and prints what each stage took and one JSON line. {@code --alone} takes one picture of 20 megapixels
 * instead. {@code --against} compares whole processes with another runner of the same recipes, in turn.
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

    private static final PrintStream OUT = System.out;

    private final Path folder;
    private final List<SamplePicture> pictures;
    private final Path sources;

    private Bench(Path folder, boolean alone) {
        this.folder = folder;
        this.pictures = alone ? List.of(BenchPictures.alone()) : BenchPictures.all();
        this.sources = folder.resolve(alone ? "alone" : "sources");
    }

    /** Runs the bench. */
    public static void main(String[] args) throws Exception {
        List<String> words = new ArrayList<>(List.of(args));
        int threads = number(words, "--threads", Runtime.getRuntime().availableProcessors());
        int pairs = number(words, "--pairs", 5);
        Optional<String> runner = option(words, "--against");
        boolean alone = words.remove("--alone");
        if (words.size() != 1 || threads < 1 || pairs < 1) {
            System.err.println("usage: ./parcel bench [--threads N] [--alone] [--against RUNNER [--pairs N]]");
            System.exit(2);
        }
        Path folder = Path.of(words.get(0));
        Bench bench = new Bench(folder, alone);
        bench.makePictures();
        if (runner.isPresent()) {
            new Bench(folder, true).makePictures();
            new BenchAgainst(folder, Path.of(runner.get()), threads, pairs, RECIPES).print(OUT);
        } else {
            bench.run(threads);
        }
    }

    private static Optional<String> option(List<String> words, String name) {
        int at = words.indexOf(name);
        if (at < 0 || at + 1 == words.size()) {
            return Optional.empty();
        }
        words.remove(at);
        return Optional.of(words.remove(at));
    }

    private static int number(List<String> words, String name, int usual) {
        return option(words, name).map(Integer::parseInt).orElse(usual);
    }

    private void makePictures() throws IOException {
        for (SamplePicture picture : pictures) {
            if (!Files.exists(sources.resolve(picture.path()))) {
                System.err.println("  making " + picture.path());
                picture.write(sources, 1, Runtime.getRuntime().availableProcessors());
            }
        }
    }

    private void run(int threads) throws IOException, RecipeException, ProblemException {
        Path out = folder.resolve("out");
        clear(out);
        long began = System.nanoTime();
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        List<PlanPiece> pieces = new ArrayList<>();
        long pixels = 0;
        for (SamplePicture picture : pictures) {
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
        tally.printStages(pieces.size());
        OUT.printf(
                Locale.ROOT,
                "{\"engine\":\"%s\",\"threads\":%d,\"sources\":%d,\"renditions\":%d,\"seconds\":%.2f,\"cpuSeconds\":%.2f,"
                        + "\"peakRssMB\":%d,\"megapixelsPerSecond\":%.1f,\"renditionsPerSecond\":%.2f}%n",
                JpegEngine.usual().name(),
                threads,
                pieces.size(),
                tally.done.get(),
                seconds,
                ProcessHandle.current().info().totalCpuDuration().orElseThrow().toMillis() / 1000.0,
                peakMegabytes("self"),
                pixels / 1e6 / seconds,
                tally.done.get() / seconds);
    }

    /** Counts what came out and adds up what it took. */
    private static final class Tally implements RenderListener {

        private final ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        private final AtomicInteger done = new AtomicInteger();
        private final Map<Stage, StageCost> spent = new EnumMap<>(Stage.class);

        @Override
        public void finished(PlannedRendition rendition, Outcome outcome) {
            if (outcome instanceof Outcome.Done) {
                done.incrementAndGet();
            } else if (outcome instanceof Outcome.Failed failed) {
                System.err.println(failed.problem().sentence());
            }
        }

        @Override
        public synchronized void sourceFinished(Map<Stage, StageCost> ofSource) {
            ofSource.forEach((stage, cost) -> spent.merge(stage, cost, StageCost::plus));
        }

        @Override
        public long allocated() {
            return threads.getCurrentThreadAllocatedBytes();
        }

        /** Of each stage: time of a thread and heap for one source, and its part of all time. */
        void printStages(int sources) {
            double all = spent.values().stream().mapToLong(StageCost::nanos).sum();
            OUT.printf(Locale.ROOT, "%-10s %12s %8s %14s%n", "stage", "ms a source", "share", "MB allocated");
            spent.forEach((stage, cost) -> OUT.printf(
                    Locale.ROOT,
                    "%-10s %12.0f %7.1f%% %14.1f%n",
                    stage.name().toLowerCase(Locale.ROOT),
                    cost.nanos() / 1e6 / sources,
                    100 * cost.nanos() / all,
                    cost.bytes() / 1e6 / sources));
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

    /** The high-water mark of a process's resident memory, as Linux keeps it; 0 elsewhere, and when it has ended. */
    static long peakMegabytes(String process) throws IOException {
        Path status = Path.of("/proc", process, "status");
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
