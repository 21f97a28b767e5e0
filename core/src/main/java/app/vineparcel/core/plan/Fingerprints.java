package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.ShippedFonts;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.recipe.WatermarkClause;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceOptions;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Says in a word from what a rendition is made: SHA-256 over the content of its sources and their options, its recipe, marks, profile, path and
 * the program that makes it. Two with the same word come out the same, so the second need not be made. What pieces and columns add to it is worked
 * out once. Used by one thread.
 */
public final class Fingerprints {

    /** To be raised whenever pixels or files come out otherwise than before. */
    public static final int ENGINE = 1;

    private static final String AND = "\n";

    private final Shelf shelf;
    private final Map<PlanPiece, Optional<String>> pieces = new IdentityHashMap<>();
    private final Map<PlanColumn, String> columns = new IdentityHashMap<>();

    /**
     * Fingerprints.
     *
     * @param shelf where the profiles and marks that recipes name are found
     */
    public Fingerprints(Shelf shelf) {
        this.shelf = shelf;
    }

    /** Of a rendition; empty if the content of one of its files is not known. */
    public Optional<String> of(PlannedRendition planned) {
        List<PlanPiece> all = planned.pages().isEmpty() ? List.of(planned.piece()) : planned.pages();
        return of(all, planned.column(), planned.path());
    }

    /** Of one piece through one column to a path. */
    Optional<String> of(PlanPiece piece, PlanColumn column, String path) {
        return of(List.of(piece), column, path);
    }

    private Optional<String> of(List<PlanPiece> all, PlanColumn column, String path) {
        List<String> words = new ArrayList<>(List.of(path, columns.computeIfAbsent(column, this::word)));
        for (PlanPiece piece : all) {
            Optional<String> word = pieces.computeIfAbsent(piece, Fingerprints::word);
            if (word.isEmpty()) {
                return Optional.empty();
            }
            words.add(word.get());
            // a focal point counts by what it does to the frame, so that setting one leaves alone what shows all of the
            // picture
            Framing framing = Frames.frame(piece, column);
            words.add(MadeStates.word(framing) + (Frames.needsFocus(piece, column, framing) ? " found" : ""));
            if (column.recipe().format().isVector()) {
                words.add(piece.name()); // its title
            }
        }
        words.add(drawnBy(all.get(0), column.recipe()));
        return Optional.of(sum(String.join(AND, words)));
    }

    private String word(PlanColumn column) {
        Recipe recipe = column.recipe();
        OutputFormat format = recipe.format();
        return sum(String.join(
                AND,
                "engine " + ENGINE,
                format.kind().encoder(),
                RecipeWriter.write(recipe.called("").named("")),
                String.valueOf(column.density()),
                String.valueOf(column.rules().withoutLocation()),
                String.valueOf(new TreeSet<>(column.rules().keptOut())),
                needs(recipe, shelf).toString()));
    }

    /** What of a shelf a recipe needs, with a word for the content of each. */
    public static Map<String, String> needs(Recipe recipe, Shelf shelf) {
        Stream<String> marks = recipe.watermark().stream()
                .map(WatermarkClause::mark)
                .filter(WatermarkClause.FileMark.class::isInstance)
                .map(WatermarkClause.FileMark.class::cast)
                .flatMap(mark -> Stream.concat(Stream.of(mark.name()), mark.onDark().stream()));
        return Stream.concat(marks, Stream.of(recipe.colour().profile()))
                .distinct()
                .filter(name -> shelf.content(name).isPresent())
                .collect(Collectors.toMap(
                        name -> name, name -> shelf.content(name).orElse(""), (one, same) -> one, TreeMap::new));
    }

    private static Optional<String> word(PlanPiece piece) {
        List<String> words = new ArrayList<>();
        return add(piece, words) ? Optional.of(sum(String.join(AND, words))) : Optional.empty();
    }

    /** False if the content of a file is not known. */
    private static boolean add(PlanPiece piece, List<String> words) {
        if (piece.part().sheet().isPresent()) {
            Sheet sheet = piece.part().sheet().get();
            words.add(sheet.size() + " " + sheet.ground());
            for (Sheet.Item item : sheet.items()) {
                words.add(String.valueOf(item.place()));
                if (!add(item.piece(), words)) {
                    return false;
                }
            }
            return true;
        }
        SourceOptions options = piece.part().options();
        words.add(piece.piece().key() + " " + piece.piece().size() + " "
                + piece.piece().unitsPerInch() + " " + piece.piece().region());
        words.add(options.box() + " " + options.paper() + " " + new TreeSet<>(options.keptOut()));
        words.add(piece.known().altText().orElse(""));
        words.add(piece.known().content().map(FileContent::sha256).orElse(""));
        return piece.known().content().isPresent();
    }

    private static String drawnBy(PlanPiece piece, Recipe recipe) {
        boolean text = recipe.watermark()
                .filter(clause -> clause.mark() instanceof WatermarkClause.TextMark)
                .isPresent();
        return text || piece.piece().isDrawn() ? ShippedFonts.installed() : "";
    }

    private static String sum(String text) {
        return FileContent.sum(text.getBytes(StandardCharsets.UTF_8));
    }
}
