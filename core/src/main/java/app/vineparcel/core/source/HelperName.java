package app.vineparcel.core.source;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** Names by which people mark what helps them to draw and is not to be seen in the end. */
public final class HelperName {

    private static final Pattern HELPER = Pattern.compile(
            "\\b(die ?lines?|die ?cut|cut ?(lines?|contour|path)|creases?|creasing|fold(ing)? ?lines?|perforation|guides?|guide ?lines?"
                    + "|helpers?|helper (frame|layer)|safe ?(area|zone)|bleed (guide|line|area)|trim (guide|line|marks?)|do ?not ?print"
                    + "|no ?print|non ?printing|layout grid|template|varnish|spot ?uv|white ?under(base|print))\\b");

    private HelperName() {}

    /** Why the name is likely to be a helper's, in words that follow “because”; empty if it is not. */
    public static Optional<String> reason(String name) {
        String words = name.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
        return HELPER.matcher(words).find()
                ? Optional.of("its name “%s” is typical of helper layers".formatted(name))
                : Optional.empty();
    }
}
