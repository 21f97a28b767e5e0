package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/**
 * Which cells of the plan are on, as the page sends them: columns with the keys of their pieces in order, such as
 * {@code 1.3=10,11;2.5=10}, a column being the keys of channel and recipe.
 *
 * @param piecesByColumn never empty
 */
record Choice(Map<Column, Set<Long>> piecesByColumn) {

    /** A recipe within a channel. */
    record Column(long channelId, long recipeId) {

        /** The column of a key such as {@code 1.3}. */
        static Column of(String key) {
            String[] keys = key.split("\\.", 2);
            return new Column(Long.parseLong(keys[0]), Long.parseLong(keys[1]));
        }

        /** As pages and plans name it: the keys of channel and recipe. */
        String key() {
            return channelId + "." + recipeId;
        }
    }

    static Choice parse(String text) throws ProblemException {
        Map<Column, Set<Long>> chosen = new LinkedHashMap<>();
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
                chosen.put(Column.of(sides[0]), pieces);
            }
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw nothing("What the page sent cannot be understood.", "Reload the page and choose again.");
        }
        if (chosen.isEmpty()) {
            throw nothing("Nothing is chosen.", "Turn on at least one cell of the plan.");
        }
        return new Choice(chosen);
    }

    private static ProblemException nothing(String reason, String remedy) {
        return new ProblemException(new Problem.BadRequest("The plan", reason, remedy));
    }

    boolean has(Column column, long pieceId) {
        return of(column).contains(pieceId);
    }

    /** What is on in a column, in the order in which the page sent it. */
    Set<Long> of(Column column) {
        return piecesByColumn.getOrDefault(column, Set.of());
    }
}
