package app.vineparcel.web.channels;

import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.ChannelRequirement;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.web.Text;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import org.springframework.util.MultiValueMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The channel form: fields by the JSON pointers of the channel file, recipes by their keys. All rules are the reader's. */
public final class ChannelForm {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final BigDecimal KILO = new BigDecimal(1000);
    private static final String LIMIT = "/max-bytes";

    private final Map<String, String> values;
    private final List<Long> recipes;

    private ChannelForm(Map<String, String> values, List<Long> recipes) {
        this.values = values;
        this.recipes = List.copyOf(recipes);
    }

    /** The form filled with a channel. */
    static ChannelForm of(Channel channel) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("/name", channel.name());
        values.put("/colour", channel.colour());
        values.put("/folder", channel.folder());
        values.put("/scheme", channel.scheme().kind().word());
        values.put("/pattern", channel.scheme().pattern());
        values.put("/keep-out", String.join(", ", channel.keptOut()));
        values.put("/without-location", String.valueOf(channel.withoutLocation()));
        channel.wants().forEach(wish -> values.put("/wants/" + wish.word(), "true"));
        OptionalLong limit = channel.maxBytes();
        if (limit.isPresent()) {
            values.put(LIMIT, new BigDecimal(limit.getAsLong()).divide(KILO).toPlainString());
        }
        List<Long> recipes = new ArrayList<>();
        for (Channel.Part part : channel.parts()) {
            recipes.add(part.recipeId());
            values.put("folder-" + part.recipeId(), part.placement().folder().orElse(""));
            values.put("suffix-" + part.recipeId(), part.placement().suffix());
        }
        return new ChannelForm(values, recipes);
    }

    /** The form as it was sent; a recipe that is named twice counts once. */
    static ChannelForm sent(MultiValueMap<String, String> parameters) {
        List<Long> recipes = parameters.getOrDefault("recipe", List.of()).stream()
                .filter(key -> key.matches("\\d{1,18}"))
                .map(Long::valueOf)
                .distinct()
                .toList();
        return new ChannelForm(parameters.toSingleValueMap(), recipes);
    }

    /** A short word for all that stands in the form, to see whether somebody else changed it meanwhile. */
    public String stamp() {
        return Integer.toHexString(31 * values.hashCode() + recipes.hashCode());
    }

    /** A field's text; empty where there is none. */
    public String value(String name) {
        return values.getOrDefault(name, "").strip();
    }

    /** The keys of its recipes, in order. */
    public List<Long> recipes() {
        return recipes;
    }

    /**
     * The channel that the form describes; its recipes' files are named by their keys.
     *
     * @throws RecipeException with the faults, by the fields' pointers
     */
    ChannelFile file() throws RecipeException {
        ObjectNode root = JSON.createObjectNode();
        root.put("channel", 1);
        List.of("name", "colour", "folder", "scheme").forEach(key -> root.put(key, value("/" + key)));
        if (value("/scheme").equals("template")) {
            root.put("pattern", value("/pattern"));
        }
        String limit = value(LIMIT);
        if (limit.matches("\\d{1,7}(\\.\\d{1,3})?")) {
            root.put("max-bytes", new BigDecimal(limit).multiply(KILO).stripTrailingZeros());
        } else if (!limit.isEmpty()) {
            root.put("max-bytes", limit);
        }
        root.put("without-location", value("/without-location").equals("true"));
        ArrayNode wants = root.putArray("wants");
        for (ChannelRequirement wish : ChannelRequirement.values()) {
            if (value("/wants/" + wish.word()).equals("true")) {
                wants.add(wish.word());
            }
        }
        ArrayNode keptOut = root.putArray("keep-out");
        Arrays.stream(value("/keep-out").split(","))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .forEach(keptOut::add);
        ArrayNode entries = root.putArray("recipes");
        for (long recipe : recipes) {
            ObjectNode entry = entries.addObject().put("file", String.valueOf(recipe));
            if (!value("folder-" + recipe).isEmpty()) {
                entry.put("folder", value("folder-" + recipe));
            }
            entry.put("suffix", value("suffix-" + recipe));
        }
        return ChannelReader.read(JSON.writeValueAsString(root));
    }

    /** Faults by the field that they belong to: a pointer, or {@code folder-} and {@code suffix-} with a recipe's key. */
    Map<String, String> byField(RecipeException e) {
        Map<String, String> byField = new LinkedHashMap<>();
        for (RecipeFault fault : e.faults()) {
            String allowed = fault.pointer().equals(LIMIT) ? Text.of("common.weight-wanted") : fault.allowed();
            byField.putIfAbsent(field(fault.pointer()), Text.of("common.found", fault.found(), allowed));
        }
        return byField;
    }

    private String field(String pointer) {
        String[] steps = pointer.split("/");
        boolean ofRecipe = steps.length == 4 && steps[1].equals("recipes");
        return ofRecipe ? steps[3] + "-" + recipes.get(Integer.parseInt(steps[2])) : pointer;
    }
}
