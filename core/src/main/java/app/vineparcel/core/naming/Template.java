package app.vineparcel.core.naming;

import app.vineparcel.core.metadata.PhotoFacts;
import java.text.Normalizer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/**
 * Text with fields in braces, such as {@code {stem|kebab}-{width}}: a field's name, an optional format after a colon, then any
 * filters after bars. {@code {{} and {@code }}} are literal braces.
 */
public final class Template {

    /** The most letters of a template. */
    public static final int LONGEST = 1_000;

    private static final int LONGEST_DATE = 40;
    private static final String FIELDS =
            "stem, piece, recipe, channel, assignment, width, height, scale, density, format, n, date, shot, keep";
    private static final Pattern DENSITY = Pattern.compile("\\{\\s*(scale|density)\\b");
    private static final Pattern OF_THE_PICTURE = Pattern.compile("\\{\\s*(keep:(\\w+)|shot)");
    private static final String SHOT = "shot";
    private static final String KEEP = "keep:";
    private static final String FILTERS = "lower, upper, kebab, ascii";
    private static final String USUAL_DATE = "yyyy-MM-dd";

    @FunctionalInterface
    private interface Part {
        String of(NameFields fields);
    }

    private final String text;
    private final List<Part> parts;
    private final boolean tellsDensity;
    private final List<String> ofThePicture;

    private Template(String text, List<Part> parts) {
        this.text = text;
        this.parts = parts;
        String bare = text.replace("{{", "");
        this.tellsDensity = DENSITY.matcher(bare).find();
        this.ofThePicture = OF_THE_PICTURE
                .matcher(bare)
                .results()
                .map(found -> found.group(1))
                .distinct()
                .toList();
    }

    /**
     * Understands a template.
     *
     * @throws TemplateException for one that is too long, an unknown field, filter or pattern, or a brace without its partner
     */
    public static Template parse(String text) throws TemplateException {
        if (text.length() > LONGEST) {
            throw new TemplateException("it has %,d letters; up to %,d are read".formatted(text.length(), LONGEST));
        }
        List<Part> parts = new ArrayList<>();
        StringBuilder literal = new StringBuilder();
        for (int at = 0; at < text.length(); at++) {
            char c = text.charAt(at);
            boolean doubled = at + 1 < text.length() && text.charAt(at + 1) == c;
            if ((c == '{' || c == '}') && doubled) {
                literal.append(c);
                at++;
            } else if (c == '{') {
                int end = text.indexOf('}', at);
                if (end < 0) {
                    throw new TemplateException("the brace at place %d is never closed".formatted(at + 1));
                }
                String before = literal.toString();
                literal.setLength(0);
                parts.add(fields -> before);
                parts.add(field(text.substring(at + 1, end)));
                at = end;
            } else if (c == '}') {
                throw new TemplateException(
                        "the brace at place %d was never opened; write }} for a brace".formatted(at + 1));
            } else {
                literal.append(c);
            }
        }
        String rest = literal.toString();
        parts.add(fields -> rest);
        return new Template(text, List.copyOf(parts));
    }

    private static Part field(String inside) throws TemplateException {
        String[] pieces = inside.split("\\|", -1);
        int colon = pieces[0].indexOf(':');
        String name = colon < 0 ? pieces[0] : pieces[0].substring(0, colon);
        String format = colon < 0 ? "" : pieces[0].substring(colon + 1);
        Part value = value(name.strip(), format);
        for (int i = 1; i < pieces.length; i++) {
            UnaryOperator<String> filter = filter(pieces[i].strip());
            Part unfiltered = value;
            value = fields -> filter.apply(unfiltered.of(fields));
        }
        return value;
    }

    private static Part value(String name, String format) throws TemplateException {
        if (!format.isEmpty() && !List.of("n", "date", "shot", "keep").contains(name)) {
            throw new TemplateException("{%s} takes no format, but “%s” was given".formatted(name, format));
        }
        return switch (name) {
            case "stem" -> fields -> fields.shown().stem();
            case "piece" -> fields -> fields.shown().piece();
            case "recipe" -> fields -> fields.file().recipe();
            case "channel" -> fields -> fields.file().channel();
            case "assignment" -> NameFields::assignment;
            case "width" -> fields -> String.valueOf(fields.file().width());
            case "height" -> fields -> String.valueOf(fields.file().height());
            case "scale" -> fields -> fields.file().scale();
            case "density" -> fields -> fields.file().densitySuffix();
            case "format" -> fields -> fields.file().format();
            case "n" -> number(format);
            case "date" -> {
                DateTimeFormatter pattern = pattern(format);
                yield fields -> formatted(pattern, fields.today().atStartOfDay());
            }
            case "shot" -> {
                DateTimeFormatter pattern = pattern(format);
                yield fields -> fields.shown()
                        .shot()
                        .map(time -> formatted(pattern, time))
                        .orElse("");
            }
            case "keep" -> {
                if (!PhotoFacts.FIELDS.contains(format)) {
                    throw new TemplateException("{keep:%s} is not known; there are keep:%s"
                            .formatted(format, String.join(", keep:", PhotoFacts.FIELDS)));
                }
                yield fields -> fields.shown().kept().getOrDefault(format, "");
            }
            default -> throw new TemplateException("{%s} is not a field; there are %s".formatted(name, FIELDS));
        };
    }

    private static Part number(String format) throws TemplateException {
        if (!format.matches("[1-9]?")) {
            throw new TemplateException("{n:%s} needs a number of digits from 1 to 9, as in {n:3}".formatted(format));
        }
        String pattern = format.isEmpty() ? "%d" : "%0" + format + "d";
        return fields -> String.format(Locale.ROOT, pattern, fields.shown().number());
    }

    private static DateTimeFormatter pattern(String format) throws TemplateException {
        try {
            if (format.length() > LONGEST_DATE) {
                throw new TemplateException("a pattern for a date has up to %d letters".formatted(LONGEST_DATE));
            }
            DateTimeFormatter pattern =
                    DateTimeFormatter.ofPattern(format.isEmpty() ? USUAL_DATE : format, Locale.ROOT);
            pattern.format(LocalDate.EPOCH.atStartOfDay());
            return pattern;
        } catch (IllegalArgumentException | DateTimeException e) {
            throw new TemplateException("“%s” is not a pattern for a date, such as yyyy-MM-dd".formatted(format));
        }
    }

    private static String formatted(DateTimeFormatter pattern, TemporalAccessor time) {
        return pattern.format(time);
    }

    private static UnaryOperator<String> filter(String name) throws TemplateException {
        return switch (name) {
            case "lower" -> s -> s.toLowerCase(Locale.ROOT);
            case "upper" -> s -> s.toUpperCase(Locale.ROOT);
            case "ascii" -> Template::ascii;
            case "kebab" -> SafeName::kebab;
            default -> throw new TemplateException("|%s is not a filter; there are %s".formatted(name, FILTERS));
        };
    }

    /** Letters that are no letter with a mark to Unicode, and what they are written as. */
    private static final Map<String, String> SPELLED = Map.ofEntries(
            Map.entry("ß", "ss"),
            Map.entry("ẞ", "SS"),
            Map.entry("æ", "ae"),
            Map.entry("Æ", "AE"),
            Map.entry("œ", "oe"),
            Map.entry("Œ", "OE"),
            Map.entry("ø", "o"),
            Map.entry("Ø", "O"),
            Map.entry("ł", "l"),
            Map.entry("Ł", "L"),
            Map.entry("đ", "d"),
            Map.entry("Đ", "D"),
            Map.entry("ð", "d"),
            Map.entry("Ð", "D"),
            Map.entry("þ", "th"),
            Map.entry("Þ", "Th"),
            Map.entry("ı", "i"));

    private static String ascii(String s) {
        String spelled = s;
        for (Map.Entry<String, String> letter : SPELLED.entrySet()) {
            spelled = spelled.replace(letter.getKey(), letter.getValue());
        }
        return Normalizer.normalize(spelled, Normalizer.Form.NFKD).replaceAll("[^\\x20-\\x7e]", "");
    }

    /** The template filled in; not yet safe as a file name. */
    public String expand(NameFields fields) {
        StringBuilder filled = new StringBuilder();
        parts.forEach(part -> filled.append(part.of(fields)));
        return filled.toString();
    }

    /** The fields, as {@code keep:lens} or {@code shot}, about which a picture says nothing, so that they come out empty. */
    public List<String> lacking(NameFields fields) {
        return ofThePicture.isEmpty()
                ? List.of()
                : ofThePicture.stream()
                        .filter(field -> field.equals(SHOT)
                                ? fields.shown().shot().isEmpty()
                                : !fields.shown().kept().containsKey(field.substring(KEEP.length())))
                        .toList();
    }

    /** Whether it says how dense the rendition is. */
    public boolean tellsDensity() {
        return tellsDensity;
    }

    /** The template as it was written. */
    @Override
    public String toString() {
        return text;
    }
}
