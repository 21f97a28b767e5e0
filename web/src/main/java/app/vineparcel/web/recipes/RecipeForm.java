package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.core.recipe.RecipeReader;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The recipe form: fields by the JSON pointers of the recipe file. What the form does not show is kept from the stored recipe. All
 * rules are the reader's.
 */
public final class RecipeForm {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Which numbers and options belong to which size mode and format. */
    private static final Map<String, List<String>> SIZE_FIELDS = Map.ofEntries(
            Map.entry("original", List.of()),
            Map.entry("long-edge", List.of("px")),
            Map.entry("short-edge", List.of("px")),
            Map.entry("width", List.of("px")),
            Map.entry("height", List.of("px")),
            Map.entry("inside", List.of("width", "height")),
            Map.entry("fill", List.of("width", "height")),
            Map.entry("pad", List.of("width", "height")),
            Map.entry("stretch", List.of("width", "height")),
            Map.entry("scale", List.of("factor")),
            Map.entry("megapixels", List.of("mp")),
            Map.entry("print", List.of("width", "height", "unit", "fit")));

    private static final Map<String, List<String>> FORMAT_FIELDS = Map.of(
            "jpeg", List.of("quality", "progressive", "chroma"),
            "png", List.of("bits"),
            "webp", List.of("quality", "lossless"),
            "tiff", List.of("bits", "compression"));

    private static final List<String> NUMBERS = List.of(
            "/size/px",
            "/size/width",
            "/size/height",
            "/size/factor",
            "/size/mp",
            "/size/ppi",
            "/format/quality",
            "/format/bits");
    private static final List<String> FLAGS =
            List.of("/size/enlarge", "/colour/embed", "/format/progressive", "/format/lossless");

    private final Map<String, String> values;

    private RecipeForm(Map<String, String> values) {
        this.values = values;
    }

    /** The form filled with a recipe. */
    static RecipeForm of(StoredRecipe stored) {
        Map<String, String> values = new LinkedHashMap<>();
        collect(JSON.readTree(stored.body()), "", values);
        return new RecipeForm(values);
    }

    /** The form as it was sent. */
    static RecipeForm sent(Map<String, String> parameters) {
        Map<String, String> values = new LinkedHashMap<>();
        parameters.forEach((name, value) -> {
            if (name.startsWith("/")) {
                values.put(name, value.strip());
            }
        });
        return new RecipeForm(values);
    }

    private static void collect(JsonNode node, String pointer, Map<String, String> into) {
        if (node.isObject()) {
            node.properties().forEach(entry -> collect(entry.getValue(), pointer + "/" + entry.getKey(), into));
        } else {
            into.put(pointer, node.asString());
        }
    }

    /** A field's text; empty where there is none. */
    public String value(String pointer) {
        return values.getOrDefault(pointer, "");
    }

    /** Whether a flag is set. */
    public boolean flag(String pointer) {
        return "true".equals(values.get(pointer));
    }

    /**
     * The recipe that the form describes.
     *
     * @param stored keeps what the form does not show
     * @throws RecipeException with the faults, by the fields' pointers
     */
    Recipe recipe(StoredRecipe stored) throws RecipeException {
        ObjectNode root = (ObjectNode) JSON.readTree(stored.body());
        put(root, "/title");
        put(root, "/name");
        put(root, "/folder");
        ObjectNode size = root.putObject("size");
        put(size, "/size/mode");
        SIZE_FIELDS.getOrDefault(value("/size/mode"), List.of()).forEach(field -> put(size, "/size/" + field));
        put(size, "/size/enlarge");
        put(size, "/size/ppi");
        ObjectNode colour = (ObjectNode) root.get("colour");
        put(colour, "/colour/profile");
        put(colour, "/colour/embed");
        put(root, "/background");
        ObjectNode format = root.putObject("format");
        put(format, "/format/type");
        FORMAT_FIELDS.getOrDefault(value("/format/type"), List.of()).forEach(field -> put(format, "/format/" + field));
        return RecipeReader.read(JSON.writeValueAsString(root), stored.title());
    }

    private void put(ObjectNode parent, String pointer) {
        String key = pointer.substring(pointer.lastIndexOf('/') + 1);
        String text = value(pointer);
        if (FLAGS.contains(pointer)) {
            parent.put(key, flag(pointer));
        } else if (NUMBERS.contains(pointer)) {
            if (text.matches("-?\\d{1,9}(\\.\\d{1,6})?")) {
                parent.put(key, new java.math.BigDecimal(text));
            } else if (!text.isEmpty()) {
                parent.put(key, text);
            }
        } else if (!text.isEmpty() || key.equals("title") || key.equals("name") || key.equals("folder")) {
            parent.put(key, text);
        }
    }

    /** Faults by the field that they belong to. */
    static Map<String, String> byField(RecipeException e) {
        Map<String, String> byField = new LinkedHashMap<>();
        for (RecipeFault fault : e.faults()) {
            byField.putIfAbsent(fault.pointer(), "Found " + fault.found() + "; " + fault.allowed() + ".");
        }
        return byField;
    }
}
