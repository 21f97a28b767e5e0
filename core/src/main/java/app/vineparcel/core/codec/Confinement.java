package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * A program that reads a foreign file sees that file, a folder to write to, and the libraries it needs; no other file, no network, no other
 * process; so much memory, time of the processor and output and no more. By Debian's {@code bubblewrap} and {@code prlimit}.
 */
final class Confinement {

    /** Where the program finds the file. */
    static final String SOURCE = "/source";
    /** Where it may write. */
    static final String FOLDER = "/out";

    private static final ExternalProgram BUBBLEWRAP = new ExternalProgram("bwrap");
    /** For machines on which nothing can be confined and whoever runs them knows. */
    private static final boolean WAIVED = "no".equals(System.getProperty("vine-parcel.confined"));

    private Confinement() {}

    /**
     * What a program may use.
     *
     * @param memory bytes of address space
     * @param seconds of one processor
     * @param output bytes of a file
     */
    record Limits(long memory, long seconds, long output) {

        private static final long LIBRARIES = 2L << 30;
        private static final int WORKING_BYTES = 64;
        private static final int SAMPLE_BYTES = 8;

        /** For a picture of so many pixels. */
        static Limits of(long pixels) {
            return new Limits(
                    LIBRARIES + WORKING_BYTES * pixels,
                    60 + pixels / 500_000,
                    (1L << 20) + (SAMPLE_BYTES + 1) * pixels);
        }

        private List<String> options() {
            return List.of("--as=" + memory, "--cpu=" + seconds, "--fsize=" + output, "--nofile=64", "--core=0");
        }
    }

    /**
     * Runs a program to its end.
     *
     * @param options with {@link #SOURCE} and {@link #FOLDER} as it shall see them
     * @param refusal the reason in words if it does not succeed
     * @throws IOException in words, also where nothing can be confined here
     */
    static void run(
            ExternalProgram program, List<String> options, Path source, Path folder, Limits limits, String refusal)
            throws IOException {
        if (WAIVED) {
            List<String> plain = options.stream()
                    .map(option -> option.equals(SOURCE)
                            ? source.toAbsolutePath().toString()
                            : option.replace(FOLDER, folder.toString()))
                    .toList();
            List<String> limited = new ArrayList<>(limits.options());
            limited.add(program.name());
            limited.addAll(plain);
            new ExternalProgram("prlimit").run(limited, folder, refusal, limits.seconds());
            return;
        }
        if (!Possible.HERE) {
            throw new IOException("it would be read by %s, which cannot be confined on this machine. %s"
                    .formatted(
                            program.name(),
                            BUBBLEWRAP.isInstalled()
                                    ? "See “Formats by other programs” in docs/operations.md."
                                    : "Install Debian's package bubblewrap."));
        }
        List<String> command = walls(source, folder);
        command.add("/usr/bin/prlimit");
        command.addAll(limits.options());
        command.add(program.name());
        command.addAll(options);
        BUBBLEWRAP.run(command, folder, refusal, limits.seconds());
    }

    private static List<String> walls(Path source, Path folder) {
        return new ArrayList<>(List.of(
                "--unshare-all",
                "--die-with-parent",
                "--new-session",
                "--cap-drop",
                "ALL",
                "--clearenv",
                "--setenv",
                "PATH",
                "/usr/bin",
                "--ro-bind",
                "/usr",
                "/usr",
                "--symlink",
                "usr/lib",
                "/lib",
                "--symlink",
                "usr/lib64",
                "/lib64",
                "--dev",
                "/dev",
                "--ro-bind",
                source.toAbsolutePath().toString(),
                SOURCE,
                "--bind",
                folder.toString(),
                FOLDER,
                "--chdir",
                FOLDER,
                "--"));
    }

    /** Tried once, where it is first needed. */
    private static final class Possible {
        static final boolean HERE = BUBBLEWRAP.isInstalled() && works();

        private static boolean works() {
            try {
                return ExternalProgram.inTemporaryFolder(folder -> {
                    List<String> command = walls(folder, folder);
                    command.add("/usr/bin/true");
                    BUBBLEWRAP.run(command, folder, "nothing can be confined.");
                    return true;
                });
            } catch (IOException impossible) {
                System.getLogger(Confinement.class.getName())
                        .log(
                                System.Logger.Level.WARNING,
                                "bubblewrap does not work here; AVIF, HEIC and JPEG XL are not read");
                return false;
            }
        }
    }
}
