package app.vineparcel.core.testing;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Other people's programs, which open what was written here; {@code ./parcel test} installs them. */
public final class Programs {

    private Programs() {}

    /** What a program says on both of its outputs; it must end well. */
    public static String run(String... command) {
        return fed("", command);
    }

    /** The same, with something on its standard input. */
    public static String fed(String input, String... command) {
        try {
            Path said = Files.createTempFile("vine-parcel", ".txt");
            Path given = Files.writeString(Files.createTempFile("vine-parcel", ".in"), input);
            try {
                Process process = new ProcessBuilder(List.of(command))
                        .redirectErrorStream(true)
                        .redirectInput(given.toFile())
                        .redirectOutput(said.toFile())
                        .start();
                if (!process.waitFor(60, TimeUnit.SECONDS)) {
                    process.destroyForcibly();
                    throw new AssertionError(command[0] + " does not end");
                }
                String words = Files.readString(said, StandardCharsets.UTF_8);
                if (process.exitValue() != 0) {
                    throw new AssertionError(String.join(" ", command) + " says: " + words);
                }
                return words;
            } finally {
                Files.delete(said);
                Files.delete(given);
            }
        } catch (IOException e) {
            throw new AssertionError("this test needs " + command[0] + "; ./parcel test installs it", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new AssertionError(e);
        }
    }

    /** A PDF or EPS as Ghostscript draws it, into a PNG; further options come before the file. */
    public static void ghostscript(Path file, Path into, int ppi, String... options) {
        List<String> command =
                new ArrayList<>(List.of("gs", "-q", "-dSAFER", "-dBATCH", "-dNOPAUSE", "-sDEVICE=png16m"));
        command.addAll(List.of("-r" + ppi, "-dTextAlphaBits=4", "-dGraphicsAlphaBits=4", "-sOutputFile=" + into));
        command.addAll(List.of(options));
        command.add(file.toString());
        run(command.toArray(String[]::new));
    }

    /** Colours as another engine converts them: a row of numbers for each of those that were asked, one number a line. */
    public static double[][] transicc(String colours, String... options) {
        List<String> command = new ArrayList<>(List.of("transicc", "-n"));
        command.addAll(List.of(options));
        return fed(colours, command.toArray(String[]::new))
                .lines()
                .filter(line -> line.matches("[\\d. ]+"))
                .map(line -> Stream.of(line.trim().split(" +"))
                        .mapToDouble(Double::parseDouble)
                        .toArray())
                .toArray(double[][]::new);
    }
}
