package app.vineparcel.demo;

import java.io.IOException;
import java.io.PrintStream;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Whole processes of this program and of another runner of the same recipes, in turn, A B A B …, since a machine's speed drifts: what is told is the
 * ratio pair by pair. The runner is a folder with {@code peer.mjs}, called {@code node peer.mjs SOURCES OUT --threads N [--linear]}.
 */
final class BenchAgainst {

    private static final Pattern INNER_SECONDS = Pattern.compile("\"seconds\":([0-9.]+)");
    private static final long LOOK_MILLIS = 20;

    private final Path folder;
    private final Path runner;
    private final int threads;
    private final int pairs;
    private final List<String> recipes;

    BenchAgainst(Path folder, Path runner, int threads, int pairs, List<String> recipes) {
        this.folder = folder.toAbsolutePath();
        this.runner = runner.toAbsolutePath();
        this.threads = threads;
        this.pairs = pairs;
        this.recipes = recipes;
    }

    /**
     * A process that has ended.
     *
     * @param seconds from its start to its end
     * @param inner what it measured itself without its own start; 0 if it told nothing
     */
    private record Run(double seconds, double inner, long peakMegabytes) {}

    private interface Side {
        Run run() throws IOException, InterruptedException;
    }

    void print(PrintStream out) throws IOException, InterruptedException {
        out.printf(
                "%-34s %21s %21s %26s %16s%n",
                "median of " + pairs + " pairs", "here, s", "runner, s", "runner / here", "peak here, MB");
        Side here = () -> run(java("--threads", "" + threads));
        compare(out, "24 × 5, linear light", here, () -> run(peer("sources", threads, "--linear")), false);
        compare(out, "24 × 5, its usual resize", here, () -> run(peer("sources", threads)), false);
        Side command = () -> run(render(recipes));
        Side alone = () -> run(peer("alone", 1, "--linear"));
        compare(out, "20 MP × 5, one thread", command, alone, false);
        compare(out, "20 MP × 5, without start", () -> run(java("--threads", "1", "--alone")), alone, true);
        Run[] one = new Run[pairs];
        for (int i = 0; i < pairs; i++) {
            one[i] = run(render(recipes.subList(1, 2)));
        }
        out.printf(
                Locale.ROOT,
                "%-34s %21s%n",
                "20 MP to 2,048 px, whole process",
                spread(Arrays.stream(one).mapToDouble(Run::seconds).toArray()));
    }

    private void compare(PrintStream out, String title, Side here, Side runner, boolean inner)
            throws IOException, InterruptedException {
        double[] own = new double[pairs];
        double[] other = new double[pairs];
        double[] ratios = new double[pairs];
        long peak = 0;
        for (int i = 0; i < pairs; i++) {
            Run a = here.run();
            Run b = runner.run();
            own[i] = inner ? a.inner() : a.seconds();
            other[i] = inner ? b.inner() : b.seconds();
            ratios[i] = other[i] / own[i];
            peak = Math.max(peak, a.peakMegabytes());
        }
        out.printf(Locale.ROOT, "%-34s %21s %21s %26s %16d%n", title, spread(own), spread(other), spread(ratios), peak);
    }

    /** The median, and the least and the most beside it. */
    private static String spread(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return String.format(
                Locale.ROOT, "%.2f (%.2f–%.2f)", sorted[sorted.length / 2], sorted[0], sorted[sorted.length - 1]);
    }

    /** This bench as a process of its own, started as this one was. */
    private List<String> java(String... words) {
        List<String> command =
                new ArrayList<>(List.of(ProcessHandle.current().info().command().orElse("java")));
        command.addAll(ManagementFactory.getRuntimeMXBean().getInputArguments());
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), Bench.class.getName(), folder.toString()));
        command.addAll(List.of(words));
        return command;
    }

    private List<String> peer(String sources, int atOnce, String... words) {
        List<String> command = new ArrayList<>(List.of(
                "node",
                runner.resolve("peer.mjs").toString(),
                folder.resolve(sources).toString(),
                folder.resolve("peer-out").toString(),
                "--threads",
                "" + atOnce));
        command.addAll(List.of(words));
        return command;
    }

    /** The command line with one picture. */
    private List<String> render(List<String> wanted) throws IOException {
        List<String> command =
                new ArrayList<>(List.of(System.getProperty("parcel", "./parcel"), "render", "--threads", "1"));
        for (String one : wanted) {
            Path recipe = folder.resolve("bench-" + recipes.indexOf(one) + ".recipe.json");
            Files.writeString(recipe, one);
            command.addAll(List.of("--recipe", recipe.toString()));
        }
        command.addAll(List.of(
                "--into",
                folder.resolve("alone-out").toString(),
                folder.resolve("alone").toString()));
        return command;
    }

    private static Run run(List<String> command) throws IOException, InterruptedException {
        long began = System.nanoTime();
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        process.getOutputStream().close();
        long[] peak = new long[1];
        Thread watch = new Thread(() -> watch(process, peak));
        watch.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        int status = process.waitFor();
        double seconds = (System.nanoTime() - began) / 1e9;
        watch.join();
        if (status != 0) {
            throw new IOException(String.join(" ", command) + " ended with " + status + ": " + said);
        }
        Matcher inner = INNER_SECONDS.matcher(said);
        return new Run(seconds, inner.find() ? Double.parseDouble(inner.group(1)) : 0, peak[0]);
    }

    private static void watch(Process process, long[] peak) {
        try {
            while (process.isAlive()) {
                peak[0] = Math.max(peak[0], Bench.peakMegabytes("" + process.pid()));
                Thread.sleep(LOOK_MILLIS);
            }
        } catch (IOException | InterruptedException ended) {
            Thread.currentThread().interrupt();
        }
    }
}
