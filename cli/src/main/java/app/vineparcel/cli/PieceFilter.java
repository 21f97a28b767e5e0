package app.vineparcel.cli;

import app.vineparcel.core.source.Piece;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which pieces of documents are wanted: by name, by a name with {@code *} and {@code ?} in it, by number or by a range of numbers.
 *
 * @param wanted as they were given; none means all
 */
record PieceFilter(List<String> wanted) {

    private static final Pattern RANGE = Pattern.compile("(\\d+)(?:-(\\d+))?");

    /** The pieces that are wanted, in the order in which they were asked for. */
    List<Piece> of(List<Piece> pieces) {
        if (wanted.isEmpty()) {
            return pieces;
        }
        List<Piece> chosen = new ArrayList<>();
        for (String word : wanted) {
            for (int i = 0; i < pieces.size(); i++) {
                if (fits(word, pieces.get(i), i + 1) && !chosen.contains(pieces.get(i))) {
                    chosen.add(pieces.get(i));
                }
            }
        }
        return chosen;
    }

    private static boolean fits(String word, Piece piece, int number) {
        Matcher range = RANGE.matcher(word);
        if (range.matches()) {
            int first = Integer.parseInt(range.group(1));
            int last = range.group(2) == null ? first : Integer.parseInt(range.group(2));
            return number >= first && number <= last;
        }
        String pattern = Pattern.quote(word.toLowerCase(Locale.ROOT))
                .replace("*", "\\E.*\\Q")
                .replace("?", "\\E.\\Q");
        return piece.name().toLowerCase(Locale.ROOT).matches(pattern)
                || piece.key().toLowerCase(Locale.ROOT).matches(pattern);
    }
}
