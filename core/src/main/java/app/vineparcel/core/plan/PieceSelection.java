package app.vineparcel.core.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Pieces as people write them down: {@code 1-50, 72}, names such as {@code Plum jar}, names with {@code *} and {@code ?} in
 * them, or {@code all}. Upper and lower case are the same.
 *
 * @param words each a number, a range of numbers or a name
 */
public record PieceSelection(List<String> words) {

    /** The most letters of a list. */
    public static final int LONGEST = 2_000;

    private static final int SHOWN = 40;
    private static final String ALL = "all";
    private static final Pattern RANGE = Pattern.compile("(\\d{1,9})(?:\\s*[-–]\\s*(\\d{1,9}))?");
    private static final Pattern HALF_RANGE = Pattern.compile("[-–]\\s*\\d+|\\d+\\s*[-–]");

    public PieceSelection {
        words = List.copyOf(words);
    }

    /**
     * A list with commas or semicolons between its parts.
     *
     * @param count how many pieces there are
     * @throws ProblemException for a range that is no range, for a number beyond the last piece, and for a list that nobody writes by hand
     */
    public static PieceSelection parse(String text, int count) throws ProblemException {
        if (text.length() > LONGEST) {
            throw refused(text.substring(0, SHOWN) + "…", "It is longer than %,d letters.".formatted(LONGEST));
        }
        List<String> words = Arrays.stream(text.split("[,;]"))
                .map(String::strip)
                .filter(word -> !word.isEmpty())
                .map(word -> word.equalsIgnoreCase(ALL) ? "*" : word)
                .toList();
        for (String word : words) {
            Matcher range = RANGE.matcher(word);
            if (HALF_RANGE.matcher(word).matches()) {
                throw refused(word, "A range needs a beginning and an end.");
            }
            if (range.matches()) {
                int first = first(range);
                int last = last(range);
                if (first < 1 || last < first) {
                    throw refused(word, "A range goes from a lower number, at least 1, to a higher one.");
                }
                if (last > count) {
                    throw refused(word, count == 1 ? "There is only 1 piece." : "There are only " + count + " pieces.");
                }
            }
        }
        return new PieceSelection(words);
    }

    private static ProblemException refused(String word, String reason) {
        return new ProblemException(
                new Problem.BadRequest("“%s”".formatted(word), reason, "Write 1-50, 72 or a name."));
    }

    /** Whether a piece is among them. */
    public boolean has(PlanPiece piece) {
        return words.stream()
                .anyMatch(word ->
                        fits(word, piece.number(), piece.name(), piece.piece().key()));
    }

    /** Whether a piece is among them, where a part of a name is enough. */
    boolean finds(PlanPiece piece) {
        return finds(piece.number(), piece.name(), piece.piece().key());
    }

    /**
     * The same of a piece that is known by these.
     *
     * @param number its place among the pieces, from 1
     * @param name what people call it
     * @param key what its source calls it
     */
    public boolean finds(int number, String name, String key) {
        return words.stream()
                .anyMatch(word -> fits(word, number, name, key)
                        || !RANGE.matcher(word).matches() && fits("*" + word + "*", number, name, key));
    }

    /**
     * Whether one word means a piece.
     *
     * @param number its place among the pieces, from 1
     * @param name what people call it
     * @param key what its source calls it
     */
    public static boolean fits(String word, int number, String name, String key) {
        Matcher range = RANGE.matcher(word);
        if (range.matches()) {
            return number >= first(range) && number <= last(range);
        }
        String pattern = word.toLowerCase(Locale.ROOT);
        return fits(pattern, name.toLowerCase(Locale.ROOT)) || fits(pattern, key.toLowerCase(Locale.ROOT));
    }

    /** Goes back to the last star only, which is enough; at most as many steps as the product of both lengths. */
    private static boolean fits(String pattern, String text) {
        int at = 0;
        int from = 0;
        int star = -1;
        int behindStar = 0;
        while (from < text.length()) {
            char wanted = at < pattern.length() ? pattern.charAt(at) : 0;
            if (at < pattern.length() && wanted == '*') {
                star = at++;
                behindStar = from;
            } else if (at < pattern.length() && (wanted == '?' || wanted == text.charAt(from))) {
                at++;
                from++;
            } else if (star >= 0) {
                at = star + 1;
                from = ++behindStar;
            } else {
                return false;
            }
        }
        while (at < pattern.length() && pattern.charAt(at) == '*') {
            at++;
        }
        return at == pattern.length();
    }

    private static int first(Matcher range) {
        return Integer.parseInt(range.group(1));
    }

    private static int last(Matcher range) {
        return range.group(2) == null ? first(range) : Integer.parseInt(range.group(2));
    }
}
