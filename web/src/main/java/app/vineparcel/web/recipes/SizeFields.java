package app.vineparcel.web.recipes;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Which numbers and options belong to which size mode of a recipe. */
final class SizeFields {

    private static final List<String> BOX = List.of("width", "height");
    private static final List<String> EDGE = List.of("px");

    private static final Map<String, List<String>> FIELDS = fields();

    /** The modes' words in a recipe file, in the order in which a form lists them. */
    static final List<String> MODES = List.copyOf(FIELDS.keySet());

    private SizeFields() {}

    private static Map<String, List<String>> fields() {
        Map<String, List<String>> fields = new LinkedHashMap<>();
        fields.put("original", List.of());
        fields.put("long-edge", EDGE);
        fields.put("short-edge", EDGE);
        fields.put("width", EDGE);
        fields.put("height", EDGE);
        fields.put("inside", BOX);
        fields.put("fill", BOX);
        fields.put("pad", BOX);
        fields.put("stretch", BOX);
        fields.put("scale", List.of("factor"));
        fields.put("megapixels", List.of("mp"));
        fields.put("print", List.of("width", "height", "unit", "fit"));
        return fields;
    }

    /** The fields of a mode; none for one that there is not. */
    static List<String> of(String mode) {
        return FIELDS.getOrDefault(mode, List.of());
    }

    /**
     * In which modes each part of the form is shown, as {@code data-for} has it: by field, with {@code box} for what only sizes in px have and
     * {@code enlarge} for what all have but the original.
     */
    static Map<String, String> shownIn() {
        Map<String, String> shown = new LinkedHashMap<>();
        for (String field : List.of("px", "factor", "mp", "width", "unit", "fit")) {
            shown.put(field, modes(fields -> fields.contains(field)));
        }
        shown.put("box", modes(fields -> fields.contains("width") && !fields.contains("unit")));
        shown.put("enlarge", modes(fields -> !fields.isEmpty()));
        return shown;
    }

    private static String modes(Predicate<List<String>> which) {
        return MODES.stream()
                .filter(mode -> which.test(FIELDS.get(mode)))
                .collect(Collectors.joining(" ", "size:", ""));
    }
}
