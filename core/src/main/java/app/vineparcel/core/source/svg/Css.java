package app.vineparcel.core.source.svg;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Text of style sheets and style attributes (CSS Syntax Level 3), gone through once from left to right, whatever it holds. What would reach out of
 * the file is taken out.
 */
final class Css {

    private static final int LONGEST_ESCAPE = 6;

    private Css() {}

    /** Without comments; one that does not end goes on to the end of the text. */
    static String withoutComments(String css) {
        return without(css, "/*", "*/");
    }

    /** Without rules that fetch other sheets. */
    static String withoutImports(String css) {
        return without(css, "@import", ";");
    }

    /** Without fonts that lie elsewhere. */
    static String withoutFarFaces(String css) {
        StringBuilder kept = new StringBuilder(css.length());
        String lower = css.toLowerCase(Locale.ROOT);
        int at = 0;
        for (int face = lower.indexOf("@font-face"); face >= 0; face = lower.indexOf("@font-face", at)) {
            int close = css.indexOf('}', face);
            int end = close < 0 ? css.length() : close + 1;
            String rule = css.substring(face, end);
            kept.append(css, at, face);
            if (withoutFarLinks(rule).equals(rule)) {
                kept.append(rule);
            }
            at = end;
        }
        return kept.append(css, at, css.length()).toString();
    }

    private static String without(String css, String begin, String end) {
        String lower = css.toLowerCase(Locale.ROOT);
        StringBuilder kept = new StringBuilder(css.length());
        int at = 0;
        for (int from = lower.indexOf(begin); from >= 0; from = lower.indexOf(begin, at)) {
            kept.append(css, at, from);
            int to = css.indexOf(end, from + begin.length());
            at = to < 0 ? css.length() : to + end.length();
        }
        return kept.append(css, at, css.length()).toString();
    }

    /** Every link that leads out of the file becomes {@code none}. */
    static String withoutFarLinks(String css) {
        String plain = withoutEscapes(css);
        String lower = plain.toLowerCase(Locale.ROOT);
        StringBuilder kept = new StringBuilder(plain.length());
        int at = 0;
        for (int link = lower.indexOf("url("); link >= 0; link = lower.indexOf("url(", at)) {
            int start = link + "url(".length();
            while (start < plain.length() && " \t\r\n\f'\"".indexOf(plain.charAt(start)) >= 0) {
                start++;
            }
            int close = plain.indexOf(')', start);
            int end = close < 0 ? plain.length() : close + 1;
            boolean inside = plain.startsWith("#", start) || lower.startsWith("data:", start);
            kept.append(plain, at, link);
            kept.append(inside ? plain.substring(link, end) : "none");
            at = end;
        }
        return kept.append(plain, at, plain.length()).toString();
    }

    /** Letters, digits and marks that are written as numbers (4.3.7) stand for themselves; others stay as they are. */
    private static String withoutEscapes(String css) {
        if (css.indexOf('\\') < 0) {
            return css;
        }
        StringBuilder plain = new StringBuilder(css.length());
        for (int at = 0; at < css.length(); at++) {
            char letter = css.charAt(at);
            int digits = 0;
            while (letter == '\\'
                    && digits < LONGEST_ESCAPE
                    && at + 1 + digits < css.length()
                    && Character.digit(css.charAt(at + 1 + digits), 16) >= 0) {
                digits++;
            }
            int code = digits == 0 ? 0 : Integer.parseInt(css.substring(at + 1, at + 1 + digits), 16);
            if (code > ' ' && code < 127 && code != '\\') {
                plain.append((char) code);
                at += digits;
                if (at + 1 < css.length() && Character.isWhitespace(css.charAt(at + 1))) {
                    at++;
                }
            } else {
                plain.append(letter);
            }
        }
        return plain.toString();
    }

    /** What stands between commas, semicolons or blanks that lie in no parentheses. */
    static List<String> split(String text, char between) {
        List<String> parts = new ArrayList<>();
        int depth = 0;
        int from = 0;
        for (int at = 0; at < text.length(); at++) {
            char letter = text.charAt(at);
            depth = letter == '(' ? depth + 1 : letter == ')' ? Math.max(0, depth - 1) : depth;
            if (letter == between && depth == 0) {
                parts.add(text.substring(from, at));
                from = at + 1;
            }
        }
        parts.add(text.substring(from));
        return parts;
    }

    /** A style attribute without the properties that link out of the file. */
    static String withoutFarProperties(String style) {
        List<String> kept = new ArrayList<>();
        for (String property : split(style, ';')) {
            if (withoutFarLinks(property).equals(withoutEscapes(property))) {
                kept.add(property);
            }
        }
        return String.join(";", kept);
    }
}
