package app.vineparcel.core.hostile;

import app.vineparcel.core.Problem;
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
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Rendering;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A program that reads every file of a folder and renders the first pieces of each as pixels and as shapes, with a second for a source and two for a
 * rendition. For each it prints a line: the name, ms, MB of heap that are still held afterwards, and what became of it, with tabs between.
 */
public final class ReadsEverything {

    private static final List<String> RECIPES = List.of(
            "'size': {'mode': 'long-edge', 'px': 400, 'enlarge': true}, 'background': '#ffffff', 'format': {'type': 'jpeg'}, 'name': '{n}-a'",
            "'format': {'type': 'svg'}, 'name': '{n}-b'",
            "'format': {'type': 'pdf'}, 'name': '{n}-c'");
    private static final WorkLimits LIMITS =
            WorkLimits.usual(SourceReader.USUAL_BUDGET).within(Duration.ofSeconds(1), Duration.ofSeconds(2));
    /** For work that was given up; tenths of a second. */
    private static final int PATIENCE = 300;

    private static int goingOn;

    private final Path into;
    private final SourceReader reader = new SourceReader(LIMITS);

    private ReadsEverything(Path into) {
        this.into = into;
    }

    /** The folder to read, and one to write into. */
    public static void main(String[] arguments) throws Exception {
        ReadsEverything all = new ReadsEverything(Path.of(arguments[1]));
        List<Path> files;
        try (Stream<Path> found = Files.list(Path.of(arguments[0]))) {
            files = found.sorted().toList();
        }
        for (Path file : files) {
            long began = System.nanoTime();
            String end = all.read(file);
            long millis = (System.nanoTime() - began) / 1_000_000;
            String goesOn = goesOn();
            System.out.printf("%s\t%d\t%d\t%s%n", file.getFileName(), millis, held(), goesOn.isEmpty() ? end : goesOn);
        }
        System.exit(0);
    }

    /** Where work stands that was given up and does not end; empty if no more goes on than before. */
    private static String goesOn() throws InterruptedException {
        for (int i = 0; i < PATIENCE && ForeignWork.abandoned() > goingOn; i++) {
            Thread.sleep(100);
        }
        boolean more = ForeignWork.abandoned() > goingOn;
        goingOn = ForeignWork.abandoned();
        return !more
                ? ""
                : Thread.getAllStackTraces().entrySet().stream()
                        .filter(thread -> thread.getKey().getName().startsWith("foreign"))
                        .map(Map.Entry::getValue)
                        .map(stack -> Arrays.stream(stack).limit(12).map(String::valueOf))
                        .map(stack -> stack.collect(Collectors.joining(" < ", "goes on: ", "")))
                        .collect(Collectors.joining(" | "));
    }

    private static long held() {
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        return (runtime.totalMemory() - runtime.freeMemory()) / 1_000_000;
    }

    private String read(Path file) {
        try {
            SourceReader.Contents contents = reader.contents(file, SourceOptions.PLAIN);
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
                        new PlanPiece.Part(piece, SourceOptions.PLAIN, contents.layers(), Optional.empty())));
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
                throw new ProblemException(new Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
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
        if (!(outcome instanceof Outcome.Failed failed)) {
            return outcome.getClass().getSimpleName().toLowerCase(Locale.ROOT);
        }
        boolean foreseen = !(failed.problem() instanceof Problem.Unforeseen);
        return (foreseen ? "refused: " : "unforeseen: ") + failed.problem().reason();
    }
}
