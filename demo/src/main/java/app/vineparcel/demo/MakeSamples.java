package app.vineparcel.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/**
 * {@code MakeSamples FOLDER}: makes the sample pictures and documents and the recipes, channels and assignment to open with. What is there already is
 * kept; a changed version of this program makes everything anew.
 */
public final class MakeSamples {

    /** Raised whenever the pictures or documents change. */
    static final String VERSION = "4";

    private static final List<String> OPENING = List.of(
            "opening.json",
            "marks/harrow-lane.svg",
            "marks/harrow-lane-light.svg",
            "recipes/shop-page.recipe.json",
            "recipes/shop-tile.recipe.json",
            "recipes/press-full-size.recipe.json",
            "recipes/app-ladder.recipe.json",
            "recipes/app-drawing.recipe.json",
            "recipes/print-pages.recipe.json",
            "recipes/print-shop.recipe.json");

    private MakeSamples() {}

    /** Runs the generator. */
    public static void main(String[] args) throws IOException {
        if (args.length != 1) {
            System.err.println("usage: MakeSamples FOLDER");
            System.exit(2);
        }
        make(Path.of(args[0]), 1, System.out::println);
    }

    /** Where the progress is told, a line at a time. */
    @FunctionalInterface
    interface Progress {
        void line(String text);
    }

    /** Makes what is missing; pictures come in {@code share} of their size. */
    static void make(Path folder, double share, Progress progress) throws IOException {
        Path stamp = folder.resolve(".version");
        boolean current = Files.isRegularFile(stamp) && Files.readString(stamp).equals(VERSION);
        Files.createDirectories(folder);
        for (String name : OPENING) {
            copy(name, folder.resolve(name));
        }
        SampleDocuments.make(folder, !current, progress);
        List<SamplePicture> missing = SampleSet.pictures().stream()
                .filter(picture -> !current || !Files.exists(folder.resolve(picture.path())))
                .toList();
        AtomicInteger done = new AtomicInteger();
        Stream<SamplePicture> pictures = enoughMemoryForTwo() ? missing.parallelStream() : missing.stream();
        pictures.forEach(picture -> {
            try {
                picture.write(folder, share, 1);
                progress.line("  sample picture %2d of %d  %s"
                        .formatted(done.incrementAndGet(), missing.size(), picture.path()));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
        Files.writeString(stamp, VERSION);
    }

    private static boolean enoughMemoryForTwo() {
        return Runtime.getRuntime().maxMemory() > 2_000_000_000L;
    }

    private static void copy(String name, Path to) throws IOException {
        Files.createDirectories(to.getParent());
        try (InputStream in = MakeSamples.class.getResourceAsStream("/opening/" + name)) {
            Files.write(to, in.readAllBytes());
        }
    }
}
