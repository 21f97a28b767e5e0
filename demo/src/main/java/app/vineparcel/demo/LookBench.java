package app.vineparcel.demo;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.core.render.ProofSession;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What photographs weigh when each is the lightest file that still looks near enough, against one quality for all that is as near in the worst case:
 * {@code ./parcel bench looks FOLDER}, with an optional score.
 */
public final class LookBench {

    private static final PrintStream OUT = System.out;
    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);
    private static final int EDGE = 2048;
    private static final int LEAST_EDGE = 1000;
    private static final double USUAL = 80;

    private LookBench() {}

    /** One format's sums. */
    private record Sum(String title, List<Ladder.Lightest> found) {

        long bytes() {
            return found.stream().mapToLong(Ladder.Lightest::bytes).sum();
        }

        int worstStep() {
            return found.stream()
                    .mapToInt(one -> one.format().weightStep().orElse(0))
                    .max()
                    .orElse(0);
        }
    }

    /** A folder of photographs, and the score that they are to keep. */
    public static void main(String[] arguments) throws IOException, ProblemException {
        double wanted = arguments.length > 1 ? Double.parseDouble(arguments[1]) : USUAL;
        List<Path> photographs;
        try (Stream<Path> all = Files.walk(Path.of(arguments[0]))) {
            photographs = all.filter(
                            file -> file.toString().toLowerCase(Locale.ROOT).matches(".*\\.jpe?g"))
                    .sorted()
                    .toList();
        }
        OUT.printf(
                "Long edge %d px; each photograph as light as a score of %.0f allows, and all at one quality.%n%n",
                EDGE, wanted);
        for (String type : List.of("jpeg", "webp", "avif", "jxl")) {
            List<Ladder> ladders = new ArrayList<>();
            List<Ladder.Lightest> found = new ArrayList<>();
            OutputFormat format = null;
            for (Path photograph : photographs) {
                PlannedRendition planned = planned(photograph, type);
                if (planned.piece().info().size().longEdge() < LEAST_EDGE) {
                    continue;
                }
                format = planned.column().recipe().format();
                try (ProofSession session = new ProofSession(READER, Shelf.EMPTY, 2)) {
                    Ladder ladder = session.ladder(planned, planned.size().box());
                    Ladder.Lightest one = ladder.lightest(format, wanted);
                    ladders.add(ladder);
                    found.add(one);
                    OUT.printf(
                            "%-8s %-44s quality %3d  score %.1f%s  %,10d bytes%n",
                            type,
                            photograph.getFileName(),
                            one.format().weightStep().orElse(0),
                            one.score(),
                            one.near() ? " " : "!",
                            one.bytes());
                }
            }
            if (format != null) {
                tell(new Sum(format.title(), found), format, ladders);
            }
        }
    }

    private static void tell(Sum sum, OutputFormat format, List<Ladder> ladders) throws ProblemException {
        long fixed = 0;
        for (Ladder ladder : ladders) {
            fixed += ladder.bytes(format.atWeightStep(sum.worstStep()));
        }
        OUT.printf(
                "%s: %,d bytes together; at one quality, %d, that is as near in the worst case: %,d. Lighter by %.1f %%.%n%n",
                sum.title(), sum.bytes(), sum.worstStep(), fixed, 100.0 * (fixed - sum.bytes()) / fixed);
    }

    private static PlannedRendition planned(Path file, String type) throws ProblemException {
        try {
            SourceInfo info = READER.inspect(file);
            PlanPiece piece = PlanPiece.picture("", file, info.stem(), info, Optional.empty(), 1);
            String recipe =
                    "{\"recipe\": 1, \"title\": \"look\", \"size\": {\"mode\": \"long-edge\", \"px\": %d}, \"sharpen\": {\"for\": \"screen\"}, \"format\": {\"type\": \"%s\"}}"
                            .formatted(EDGE, type);
            return new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                    .plan(piece, new PlanColumn("", RecipeReader.read(recipe, ""), "", ""));
        } catch (RecipeException e) {
            throw new IllegalStateException(e);
        }
    }
}
