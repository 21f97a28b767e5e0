package app.vineparcel.web.recipes;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
}
