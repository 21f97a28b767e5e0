package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.recipe.SharpenClause;
import app.vineparcel.core.recipe.SizeModes;
import app.vineparcel.web.Text;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The recipe form: fields by the JSON pointers of the recipe file. All rules are the reader's. */
public final class RecipeForm {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Map<String, List<String>> MARK_FIELDS =
            Map.of("file", List.of("mark", "mark-on-dark"), "text", List.of("text", "colour"));
    private static final List<String> LAID =
            List.of("adapts", "opacity", "scale", "anchor", "inset", "rotation", "tile");
    private static final List<String> RIGHTS = List.of("creator", "copyright", "credit", "licence", "contact");
    /** Only in the form: what the watermark is. */
    private static final String MARK_KIND = "watermark-kind";

    /** What a field outside of the format shows before its clause was ever used: the defaults of the recipe file. */
    private static final Map<String, String> USUAL = Map.ofEntries(
            Map.entry("/watermark/anchor", "bottom-right"),
            Map.entry("/watermark/scale", "0.18"),
            Map.entry("/watermark/inset", "0.03"),
            Map.entry("/watermark/opacity", "1"),
            Map.entry("/watermark/rotation", "0"),
            Map.entry("/watermark/colour", "#ffffff"));

    /** Written as {@code 1, 2, 3} or {@code 1x, 2x, 3x}. */
    private static final String DENSITIES = "/size/densities";

    private static final String WEIGHT = "/format/max-bytes";
    private static final String LOOK = "/format/looks-like";
    private static final BigDecimal KILO = new BigDecimal(1000);

    private static final List<String> NUMBERS = List.of(
            "/size/px",
            "/size/width",
            "/size/height",
            "/size/factor",
            "/size/mp",
            "/size/ppi",
            "/sharpen/strength",
            "/watermark/opacity",
            "/watermark/scale",
            "/watermark/inset",
            "/watermark/rotation",
            WEIGHT);
    private static final List<String> FLAGS = List.of(
            "/size/enlarge",
            "/colour/embed",
            "/colour/black-point",
            "/watermark/adapts",
            "/watermark/tile",
            "/metadata/drop-location");

    private final Map<String, String> values;

    private RecipeForm(Map<String, String> values) {
        this.values = values;
    }

    /** The form filled with a recipe. */
    public static RecipeForm of(Recipe recipe) {
        Map<String, String> values = new LinkedHashMap<>();
        collect(JSON.readTree(RecipeWriter.write(recipe)), "", values);
        values.put(
                MARK_KIND,
                values.containsKey("/watermark/mark")
                        ? "file"
                        : values.containsKey("/watermark/text") ? "text" : "none");
        if ("none".equals(values.get("/sharpen/for"))) {
            values.put("/sharpen/strength", String.valueOf(SharpenClause.USUAL_STRENGTH));
        }
        USUAL.forEach(values::putIfAbsent);
        FormatFields.all().forEach(field -> values.putIfAbsent(field.pointer(), field.usual()));
        values.computeIfPresent(
                WEIGHT, (pointer, bytes) -> new BigDecimal(bytes).divide(KILO).toPlainString());
        return new RecipeForm(values);
    }

    /** The form as it was sent. */
    public static RecipeForm sent(Map<String, String> parameters) {
        Map<String, String> values = new LinkedHashMap<>();
        parameters.forEach((name, value) -> {
            if (name.startsWith("/") || name.equals(MARK_KIND)) {
                values.put(name, value.strip());
            }
        });
        return new RecipeForm(values);
    }

    private static void collect(JsonNode node, String pointer, Map<String, String> into) {
        if (node.isObject()) {
            node.properties().forEach(entry -> collect(entry.getValue(), pointer + "/" + entry.getKey(), into));
        } else if (node.isArray()) {
            List<String> parts = new ArrayList<>();
            node.forEach(part -> parts.add(part.asString()));
            into.put(pointer, String.join(", ", parts));
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
     * @throws RecipeException with the faults, by the fields' pointers
     */
    public Recipe recipe() throws RecipeException {
        ObjectNode root = JSON.createObjectNode();
        root.put("recipe", 1);
        put(root, "/title");
        put(root, "/name");
        put(root, "/folder");
        put(root.putObject("crop"), "/crop/aspect");
        ObjectNode size = root.putObject("size");
        put(size, "/size/mode");
        SizeModes.keys(value("/size/mode")).forEach(field -> put(size, "/size/" + field));
        put(size, "/size/enlarge");
        put(size, "/size/ppi");
        densities(size);
        ObjectNode colour = root.putObject("colour");
        List.of("profile", "intent", "black-point", "embed").forEach(field -> put(colour, "/colour/" + field));
        put(root, "/background");
        ObjectNode sharpen = root.putObject("sharpen");
        put(sharpen, "/sharpen/for");
        put(sharpen, "/sharpen/strength");
        watermark(root);
        ObjectNode format = root.putObject("format");
        FormatFields.put(format, values);
        put(format, WEIGHT);
        look(format);
        ObjectNode metadata = root.putObject("metadata");
        put(metadata, "/metadata/keep");
        put(metadata, "/metadata/drop-location");
        ObjectNode set = metadata.putObject("set");
        RIGHTS.forEach(field -> put(set, "/metadata/set/" + field));
        return RecipeReader.read(JSON.writeValueAsString(root), "");
    }

    /** A word of the scale, or a number on it; a format without a weight step has none. */
    private void look(ObjectNode format) {
        String text = value(LOOK);
        if (text.matches("\\d{1,3}(\\.\\d{1,6})?")) {
            format.put("looks-like", new BigDecimal(text));
        } else if (!text.isEmpty()) {
            format.put("looks-like", text);
        }
    }

    private void densities(ObjectNode size) {
        String text = value(DENSITIES).replaceAll("(?<=\\d)\\s*x", "");
        if (!text.isEmpty() && text.matches("\\d{1,3}(\\.\\d{1,3})?(\\s*[,;\\s]\\s*\\d{1,3}(\\.\\d{1,3})?)*")) {
            ArrayNode all = size.putArray("densities");
            for (String part : text.split("[,;\\s]+")) {
                all.add(new BigDecimal(part));
            }
        } else if (!text.isEmpty()) {
            size.put("densities", text);
        }
    }

    private void watermark(ObjectNode root) {
        root.remove("watermark");
        List<String> own = MARK_FIELDS.getOrDefault(value(MARK_KIND), List.of());
        if (!own.isEmpty()) {
            ObjectNode watermark = root.putObject("watermark");
            boolean ownColour = !flag("/watermark/adapts");
            own.stream()
                    .filter(field -> ownColour || !field.equals("colour"))
                    .forEach(field -> put(watermark, "/watermark/" + field));
            LAID.forEach(field -> put(watermark, "/watermark/" + field));
        }
    }

    private void put(ObjectNode parent, String pointer) {
        String key = pointer.substring(pointer.lastIndexOf('/') + 1);
        String text = value(pointer);
        if (FLAGS.contains(pointer)) {
            parent.put(key, flag(pointer));
        } else if (NUMBERS.contains(pointer)) {
            if (text.matches("-?\\d{1,9}(\\.\\d{1,6})?")) {
                BigDecimal number = new BigDecimal(text);
                parent.put(key, pointer.equals(WEIGHT) ? number.multiply(KILO).stripTrailingZeros() : number);
            } else if (!text.isEmpty()) {
                parent.put(key, text);
            }
        } else if (!text.isEmpty() || key.equals("title") || key.equals("name") || key.equals("folder")) {
            parent.put(key, text);
        }
    }

    /** Faults by the field that they belong to. */
    public static Map<String, String> byField(RecipeException e) {
        Map<String, String> byField = new LinkedHashMap<>();
        for (RecipeFault fault : e.faults()) {
            String allowed = fault.pointer().equals(WEIGHT) ? Text.of("common.weight-wanted") : fault.allowed();
            byField.putIfAbsent(fault.pointer(), Text.of("common.found", fault.found(), allowed));
        }
        return byField;
    }
}
