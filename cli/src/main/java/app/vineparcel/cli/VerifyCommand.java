package app.vineparcel.cli;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.enclosures.Verification;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code parcel verify}: checks a delivered folder against the manifests in it. */
@Command(
        name = "parcel verify",
        mixinStandardHelpOptions = true,
        versionProvider = RenderCommand.Version.class,
        sortOptions = false,
        description =
                "Says for every file of a delivered folder whether it is as delivered, changed, missing, or not ours.",
        footer = {
            "",
            "Exit status: 0 every file is there and as delivered, 1 a file is changed or missing, 2 there is no manifest.",
            "Files that are not ours are said and do no harm."
        })
public final class VerifyCommand implements Callable<Integer> {

    private static final int DIFFERS = 1;
    private static final int NO_MANIFEST = 2;

    @Parameters(arity = "1", paramLabel = "FOLDER", description = "The folder, with a manifest.json in it or below it.")
    private Path folder = Path.of("");

    @Option(names = "--all", description = "Name the files that are as delivered too.")
    private boolean all;

    @Spec
    private CommandSpec spec;

    /** Runs it and ends the process with its status. */
    public static void main(String[] args) {
        Log.silence();
        System.exit(run(System.out, System.err, args));
    }

    static int run(PrintStream out, PrintStream err, String... args) {
        return new CommandLine(new VerifyCommand())
                .setOut(new java.io.PrintWriter(out, true, StandardCharsets.UTF_8))
                .setErr(new java.io.PrintWriter(err, true, StandardCharsets.UTF_8))
                .execute(args);
    }

    @Override
    public Integer call() {
        try {
            List<Verification.Checked> checked = Verification.of(folder);
            for (Verification.Checked one : checked) {
                if (all || one.state() != Verification.State.AS_DELIVERED) {
                    spec.commandLine().getOut().println("%-13s %s".formatted(word(one.state()), one.path()));
                }
            }
            long sound = count(checked, Verification.State.AS_DELIVERED);
            long changed = count(checked, Verification.State.CHANGED);
            long missing = count(checked, Verification.State.MISSING);
            long foreign = count(checked, Verification.State.NOT_OURS);
            spec.commandLine()
                    .getOut()
                    .println("%d as delivered, %d changed, %d missing, %d not ours"
                            .formatted(sound, changed, missing, foreign));
            return changed + missing == 0 ? 0 : DIFFERS;
        } catch (ProblemException e) {
            spec.commandLine().getErr().println(e.problem().sentence());
            return NO_MANIFEST;
        }
    }

    private static long count(List<Verification.Checked> checked, Verification.State state) {
        return checked.stream().filter(one -> one.state() == state).count();
    }

    private static String word(Verification.State state) {
        return switch (state) {
            case AS_DELIVERED -> "as delivered";
            case CHANGED -> "changed";
            case MISSING -> "missing";
            case NOT_OURS -> "not ours";
        };
    }
}
