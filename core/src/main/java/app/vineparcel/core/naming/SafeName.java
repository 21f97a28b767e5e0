package app.vineparcel.core.naming;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * File names that every common file system takes: Unicode NFC, none of the characters that some system forbids, no reserved
 * device names, no dots or blanks at the end, no leading dot, and short enough.
 */
public final class SafeName {

    /** Bytes of UTF-8 that one part of a path may have; 255 is the usual limit, the rest is left for endings. */
    public static final int MOST_BYTES = 200;

    private static final Pattern UNSAFE = Pattern.compile(
            "[<>:\"/\\\\|?*\\p{Cntrl}\\p{Co}\\p{Cs}\\u2028\\u2029\\u200e\\u200f\\u202a-\\u202e\\u2066-\\u2069]");
    private static final Pattern TRAILING = Pattern.compile("[. ]+$");
    private static final Pattern LEADING = Pattern.compile("^[. ]+");
    private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Set<String> RESERVED = Set.of(
            "con", "prn", "aux", "nul", "com1", "com2", "com3", "com4", "com5", "com6", "com7", "com8", "com9", "lpt1",
            "lpt2", "lpt3", "lpt4", "lpt5", "lpt6", "lpt7", "lpt8", "lpt9");

    private SafeName() {}

    /** A safe name for one part of a path; never empty. */
    public static String of(String wanted) {
        String name = isPlain(wanted) ? wanted : cleaned(wanted);
        if (name.isEmpty()) {
            return "unnamed";
        }
        int dot = name.indexOf('.');
        String device = (dot < 0 ? name : name.substring(0, dot)).strip().toLowerCase(Locale.ROOT);
        return RESERVED.contains(device) ? "_" + name : name;
    }

    /** Most names are: letters, digits, hyphens, and dots or blanks between them. */
    private static boolean isPlain(String name) {
        for (int i = 0; i < name.length(); i++) {
            char letter = name.charAt(i);
            boolean within = i > 0 && i < name.length() - 1 && (letter == '.' || letter == ' ');
            boolean word = letter >= 'a' && letter <= 'z'
                    || letter >= '0' && letter <= '9'
                    || letter >= 'A' && letter <= 'Z'
                    || letter == '-'
                    || letter == '_';
            if (!word && !within) {
                return false;
            }
        }
        return name.length() <= MOST_BYTES;
    }

    private static String cleaned(String wanted) {
        String safe = UNSAFE.matcher(Normalizer.normalize(wanted, Normalizer.Form.NFC))
                .replaceAll("-")
                .strip();
        return LEADING.matcher(TRAILING.matcher(shortened(safe)).replaceAll("")).replaceAll("");
    }

    /** Words in lower case with hyphens between them, letters and digits only; empty where there are none. */
    public static String kebab(String words) {
        String joined = BETWEEN.matcher(words.toLowerCase(Locale.ROOT)).replaceAll("-");
        int from = joined.startsWith("-") ? 1 : 0;
        int to = joined.length() > from && joined.endsWith("-") ? joined.length() - 1 : joined.length();
        return joined.substring(from, to);
    }

    private static String shortened(String name) {
        String cut = name;
        while (cut.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
            cut = cut.substring(0, cut.offsetByCodePoints(cut.length(), -1));
        }
        return cut;
    }
}
