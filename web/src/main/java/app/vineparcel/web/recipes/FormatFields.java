package app.vineparcel.web.recipes;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.formats.Formats;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.node.ObjectNode;

/** The fields of the format clause: those that the formats' own options ask for. */
public final class FormatFields {

    private static final String CLAUSE = "/format/";
    private static final String TYPE = CLAUSE + "type";

    private static final List<Field> ALL = worked();

    private FormatFields() {}

    /**
     * One field of the form; formats that ask for the same share it.
     *
     * @param pointer as in the recipe file
     * @param label its words' key
     * @param types the formats that have it
     * @param usual what it shows before it was ever used
     */
    public record Field(
            String pointer,
            String label,
            FormatOption.Control control,
            List<String> choices,
            List<String> types,
            String usual) {

        /** As the page's script reads for which formats it shows. */
        public String shownFor() {
            return "format:" + String.join(" ", types);
        }

        /** Whether it is asked for in this way. */
        public boolean is(String name) {
            return control.name().equals(name);
        }
    }

    /** What tells two fields of the same name apart. */
    private record Likeness(String key, FormatOption.Control control, List<String> choices) {}

    /** All fields, in the formats' order. */
    public static List<Field> all() {
        return ALL;
    }

    private static List<Field> worked() {
        Map<Likeness, Field> fields = new LinkedHashMap<>();
        for (FormatKind kind : Formats.all()) {
            for (FormatOption option : kind.options()) {
                Likeness like = new Likeness(option.key(), option.control(), option.choices());
                fields.computeIfAbsent(like, one -> field(kind, option)).types().add(kind.type());
            }
        }
        return List.copyOf(fields.values());
    }

    private static Field field(FormatKind kind, FormatOption option) {
        boolean shared = Formats.all().stream()
                .flatMap(other -> other.options().stream())
                .filter(other -> other.key().equals(option.key()))
                .allMatch(other -> other.choices().equals(option.choices()));
        return new Field(
                CLAUSE + option.key(),
                "format." + (shared ? "" : kind.type() + ".") + option.key(),
                option.control(),
                option.choices(),
                new ArrayList<>(),
                String.valueOf(option.usual()));
    }

    /** The titles of all formats by their words in a recipe. */
    static Map<String, String> types() {
        Map<String, String> types = new LinkedHashMap<>();
        Formats.all().forEach(kind -> types.put(kind.type(), kind.title()));
        return types;
    }

    /** Puts what the form says of a format into its clause; only the options that it has. */
    static void put(ObjectNode clause, Map<String, String> form) {
        String type = form.getOrDefault(TYPE, "");
        clause.put("type", type);
        if (!Formats.types().contains(type)) {
            return;
        }
        OptionValues chosen = OptionValues.none();
        for (FormatOption option : Formats.kind(type).options()) {
            if (option.applies(chosen)) {
                chosen = chosen.and(option.key(), put(clause, option, form.getOrDefault(CLAUSE + option.key(), "")));
            }
        }
    }

    private static Object put(ObjectNode clause, FormatOption option, String text) {
        String key = option.key();
        if (option.control() == FormatOption.Control.SWITCH) {
            clause.put(key, text.equals("true"));
            return text.equals("true");
        }
        if (option.usual() instanceof Number && text.matches("-?\\d{1,9}(\\.\\d{1,6})?")) {
            BigDecimal number = new BigDecimal(text);
            clause.put(key, number);
            return number.intValue();
        }
        if (!text.isEmpty()) {
            clause.put(key, text);
        }
        return text;
    }
}
