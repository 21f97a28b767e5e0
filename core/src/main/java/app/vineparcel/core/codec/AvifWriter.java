package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Writes AVIF through the program {@code avifenc} (Debian's package {@code libavif-bin}), where it is installed. */
public final class AvifWriter implements PictureWriter {

    private static final String PROGRAM = "avifenc";
    /** Of 0, slowest, to 10: about 0.2 s a megapixel. */
    private static final String SPEED = "8";

    private static final int WORST_QUANTISER = 63;
    private static final int MOST_MINUTES = 20;

    private final OutputFormat.Avif options;

    AvifWriter(OutputFormat.Avif options) {
        this.options = options;
    }

    /** Whether this machine has the program. */
    public static boolean isInstalled() {
        return Installed.HERE;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        if (!isInstalled()) {
            throw new IOException(
                    "AVIF needs the program avifenc, which is not here; install Debian's package libavif-bin.");
        }
        Path room = Files.createTempDirectory("vine-parcel-avif");
        try {
            run(command(picture, tags, room), room);
            Files.copy(room.resolve("out.avif"), file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        } finally {
            clear(room);
        }
    }

    private List<String> command(Picture picture, FileTags tags, Path room) throws IOException {
        List<String> command = new ArrayList<>(List.of(PROGRAM, "--speed", SPEED, "--jobs", "1"));
        if (options.lossless()) {
            command.add("--lossless");
        } else {
            int quantiser = (100 - options.quality()) * WORST_QUANTISER / 99;
            command.addAll(List.of("--min", "0", "--max", String.valueOf(WORST_QUANTISER)));
            command.addAll(List.of("--minalpha", "0", "--maxalpha", String.valueOf(WORST_QUANTISER)));
            command.addAll(List.of("-a", "end-usage=q", "-a", "cq-level=" + quantiser));
        }
        new PngWriter(new OutputFormat.Png(picture.pixels().hasAlpha() ? 32 : 24))
                .write(picture, FileTags.plain(tags.ppi()), room.resolve("in.png"));
        if (tags.embedProfile()) {
            command.addAll(
                    List.of("--icc", beside(room, "icc", picture.profile().bytes())));
        }
        if (tags.exif().isPresent()) {
            command.addAll(List.of("--exif", beside(room, "exif", tags.exif().get())));
        }
        if (tags.xmp().isPresent()) {
            command.addAll(List.of("--xmp", beside(room, "xmp", tags.xmp().get())));
        }
        command.addAll(List.of(
                room.resolve("in.png").toString(), room.resolve("out.avif").toString()));
        return command;
    }

    private static String beside(Path room, String name, byte[] bytes) throws IOException {
        return Files.write(room.resolve("block." + name), bytes).toString();
    }

    private static void run(List<String> command, Path room) throws IOException {
        Path said = room.resolve("said.txt");
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(said.toFile())
                .start();
        try {
            if (!process.waitFor(MOST_MINUTES, TimeUnit.MINUTES)) {
                throw new IOException("avifenc did not end within %d minutes.".formatted(MOST_MINUTES));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("encoding was interrupted.", e);
        } finally {
            process.destroyForcibly();
        }
        if (process.exitValue() != 0) {
            String words = Files.readString(said, StandardCharsets.UTF_8).strip();
            System.getLogger(AvifWriter.class.getName()).log(System.Logger.Level.DEBUG, words);
            throw new IOException("avifenc does not take this picture.");
        }
    }

    private static void clear(Path room) throws IOException {
        try (Stream<Path> all = Files.walk(room)) {
            for (Path path : (Iterable<Path>) all.sorted(Comparator.reverseOrder())::iterator) {
                Files.delete(path);
            }
        }
    }

    private static final class Installed {
        static final boolean HERE = isOnPath();

        private static boolean isOnPath() {
            return Stream.of(System.getenv().getOrDefault("PATH", "").split(":"))
                    .anyMatch(folder -> Files.isExecutable(Path.of(folder, PROGRAM)));
        }
    }
}
