package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which cells of the plan are asked for: columns with the keys of their pieces in order, such as {@code 1.3=10,11;2.5=10}, a column being the keys of
 * channel and recipe.
 *
 * @param piecesByColumn the cells; in that order pieces go into one file
 * @param isAsBefore whether what is wanted is what was chosen before
 */
record SelectedCells(Map<ColumnKey, Set<Long>> piecesByColumn, boolean isAsBefore) {

    /** A recipe within a channel. */
    record ColumnKey(long channelId, long recipeId) {

        /** The column of a key such as {@code 1.3}. */
        static ColumnKey of(String key) {
            String[] keys = key.split("\\.", 2);
            return new ColumnKey(Long.parseLong(keys[0]), Long.parseLong(keys[1]));
        }

        /** As pages and plans name it: the keys of channel and recipe. */
        String key() {
            return channelId + "." + recipeId;
        }
    }

    /**
     * What a request asks for.
     *
     * @param cells the cells, if it names any; else what was chosen before
     */
    static SelectedCells of(Optional<String> cells) throws ProblemException {
        return cells.isPresent() ? cells(cells.get()) : new SelectedCells(Map.of(), true);
    }

    private static SelectedCells cells(String text) throws ProblemException {
        SelectedCells choice = new SelectedCells(parse(text), false);
        if (choice.piecesByColumn().isEmpty()) {
            throw nothing(Text.of("plan.nothing-is-selected"), Text.of("plan.turn-on-at-least"));
        }
        return choice;
    }

    private static Map<ColumnKey, Set<Long>> parse(String text) throws ProblemException {
        Map<ColumnKey, Set<Long>> chosen = new LinkedHashMap<>();
        try {
            for (String part : text.split(";")) {
                if (part.isBlank()) {
                    continue;
                }
                String[] sides = part.split("=", 2);
                Set<Long> pieces = new LinkedHashSet<>();
                for (String id : sides[1].split(",")) {
                    pieces.add(Long.valueOf(id));
                }
                chosen.put(ColumnKey.of(sides[0]), pieces);
            }
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw nothing(Text.of("plan.the-page-sent-something"), Text.of("plan.reload-the-page-and-2"));
        }
        return chosen;
    }

    private static ProblemException nothing(String reason, String remedy) {
        return new ProblemException(new Problem.BadRequest(Text.of("plan.the-plan"), reason, remedy));
    }
}
