package app.vineparcel.core.hostile;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.ForeignWork;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.Taking;
import app.vineparcel.core.testing.Rendering;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A program that reads every file of a folder and renders the first pieces of each as pixels and as shapes. For each it prints a line: the name,
 * ms, MB of heap that are still held afterwards, and what became of it, with tabs between.
 */
public final class ReadsEverything {

    private static final List<String> RECIPES = List.of(
            "'size': {'mode': 'long-edge', 'px': 400, 'enlarge': true}, 'background': '#ffffff', 'format': {'type': 'jpeg'}, 'name': '{n}-a'",
            "'format': {'type': 'svg'}, 'name': '{n}-b'",
            "'format': {'type': 'pdf'}, 'name': '{n}-c'");

    private static final int MOST_WAITS = 100;

    private final Path into;
    private final SourceReader reader;

    private ReadsEverything(Path into, SourceReader reader) {
        this.into = into;
        this.reader = reader;
    }

    /** The folder to read, and one to write into. */
    public static void main(String[] arguments) throws Exception {
        ReadsEverything all = new ReadsEverything(
                Path.of(arguments[1]),
                new SourceReader(WorkLimits.usual(SourceReader.USUAL_BUDGET)
                        .within(Duration.ofSeconds(1), Duration.ofSeconds(2))));
        int limit = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 600;
        List<Path> files;
        try (Stream<Path> found = Files.list(Path.of(arguments[0]))) {
            files = found.sorted().toList();
        }
        for (Path file : files) {
            long began = System.nanoTime();
            String[] end = {"hangs"};
            Thread thread = new Thread(() -> end[0] = all.read(file));
            thread.setDaemon(true);
            thread.start();
            thread.join(limit * 1000L);
            if (thread.isAlive()) {
                StringBuilder stack = new StringBuilder("hangs at");
                for (Thread one : Thread.getAllStackTraces().keySet()) {
                    if (one == thread || one.getName().startsWith("foreign")) {
                        for (StackTraceElement element : one.getStackTrace()) {
                            stack.append(' ')
                                    .append(element.getClassName().replaceAll(".*\\.", ""))
                                    .append('.')
                                    .append(element.getMethodName())
                                    .append(':')
                                    .append(element.getLineNumber());
                            if (stack.length() > 900) break;
                        }
                    }
                }
                end[0] = stack.toString();
            }
            System.out.printf(
                    "%s\t%d\t%d\t%s%n", file.getFileName(), (System.nanoTime() - began) / 1_000_000, held(), end[0]);
            if (thread.isAlive()) {
                System.exit(3);
            }
        }
        System.exit(ForeignWork.abandoned());
    }

    private static long held() {
        for (int i = 0; i < MOST_WAITS && ForeignWork.abandoned() > 0; i++) {
            pause();
        }
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        return (runtime.totalMemory() - runtime.freeMemory()) / 1_000_000;
    }

    private static void pause() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private String read(Path file) {
        try {
            SourceReader.Contents contents = reader.contents(file, Taking.PLAIN);
            List<PlanPiece> pieces = new ArrayList<>();
            for (Piece piece :
                    contents.pieces().stream().filter(Piece::offered).limit(2).toList()) {
                pieces.add(new PlanPiece(
                        "",
                        file,
                        piece.name(),
                        contents.info(),
                        Optional.empty(),
                        pieces.size() + 1,
                        new PlanPiece.Part(piece, Taking.PLAIN, contents.layers(), Optional.empty())));
            }
            return "read: " + contents.pieces().size() + "; " + rendered(pieces);
        } catch (ProblemException e) {
            return "refused: " + e.problem().reason();
        } catch (RuntimeException | Error e) {
            return "unforeseen: " + e;
        }
    }

    private String rendered(List<PlanPiece> pieces) {
        List<PlanColumn> columns = RECIPES.stream()
                .map(clauses -> new PlanColumn("", Rendering.recipe(clauses), "", ""))
                .toList();
        Plan plan = new Planner("", LocalDate.EPOCH, new FolderShelf(List.of())).plan(pieces, columns);
        List<String> outcomes = new ArrayList<>();
        RenditionSink sink = (path, content) -> {
            try {
                Path file = into.resolve("rendition");
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(
                        new app.vineparcel.core.Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
            }
        };
        new RenderRun(
                        reader,
                        new FolderShelf(List.of()),
                        sink,
                        (rendition, outcome) -> outcomes.add(said(outcome)),
                        () -> false)
                .render(plan, 1);
        return String.join(" | ", outcomes);
    }

    private static String said(Outcome outcome) {
        return outcome instanceof Outcome.Failed failed
                ? (failed.problem() instanceof app.vineparcel.core.Problem.Unforeseen ? "unforeseen: " : "refused: ")
                        + failed.problem().reason()
                : outcome.getClass().getSimpleName().toLowerCase(java.util.Locale.ROOT);
    }
}
