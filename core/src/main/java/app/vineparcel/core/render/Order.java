package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Fingerprints;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Shelf;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One rendition as it was shown when its run was started: all that making it needs but the files. Whatever is renamed, edited or replaced afterwards
 * changes nothing in it; a file that is another one by the time it is needed is refused in words.
 *
 * @param planned what is made of which pieces, with no more of them than rendering needs
 * @param shelf the marks and the profile that its recipe names, with a word for the content of each
 * @param fingerprint as {@link Fingerprints} has it; empty if the content of a file was not known
 */
public record Order(PlannedRendition planned, Map<String, String> shelf, Optional<String> fingerprint) {

    public Order {
        planned = planned.bare();
        shelf = Map.copyOf(shelf);
    }

    /** Freezes a rendition. */
    public static Order of(PlannedRendition planned, Shelf shelf, Fingerprints prints) {
        return new Order(planned, Fingerprints.needs(planned.column().recipe(), shelf), prints.of(planned));
    }

    /** Its JSON form. */
    public String written() {
        return OrderJson.write(this);
    }

    /**
     * Reads what {@link #written} wrote, in this version or a former one.
     *
     * @throws IllegalArgumentException if it is something else
     */
    public static Order read(String json) {
        return OrderJson.read(json);
    }

    /**
     * Sees that the files are those that it was made for.
     *
     * @param now where marks and profiles are found
     * @throws ProblemException if one is another, or gone
     */
    public void requireSameFiles(Shelf now) throws ProblemException {
        for (PlanPiece piece : (Iterable<PlanPiece>) pieces()::iterator) {
            Optional<FileContent> then = piece.known().content();
            if (then.isPresent() && !then.get().isStillIn(piece.file())) {
                throw Files.exists(piece.file())
                        ? other(
                                piece.info().fileName(),
                                "The file has changed since the run was started.",
                                "Render what changed from the plan, which has read it again.")
                        : other(
                                piece.info().fileName(),
                                "The file is missing.",
                                "Put it back and try again, or take the piece out of the plan.");
            }
        }
        for (Map.Entry<String, String> then : shelf.entrySet()) {
            if (!now.content(then.getKey()).filter(then.getValue()::equals).isPresent()) {
                throw other(
                        then.getKey(),
                        "The watermark or profile has changed or is missing since the run was started.",
                        "Render what changed from the plan.");
            }
        }
    }

    private static ProblemException other(String file, String reason, String remedy) {
        return new ProblemException(new Problem.Vanished(file, reason, remedy));
    }

    /** Every piece with a file of its own. */
    private Stream<PlanPiece> pieces() {
        List<PlanPiece> shown = planned.pages().isEmpty() ? List.of(planned.piece()) : planned.pages();
        return shown.stream().flatMap(piece -> piece.part()
                .sheet()
                .map(sheet -> sheet.items().stream().map(Sheet.Item::piece))
                .orElse(Stream.of(piece)));
    }
}
