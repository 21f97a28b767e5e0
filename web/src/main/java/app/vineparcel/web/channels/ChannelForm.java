package app.vineparcel.web.channels;

import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.ChannelRequirement;
import app.vineparcel.core.recipe.Enclosures;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.web.Text;
import java.math.BigDecimal;
import java.net.URI;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
    private static final String UNDERSTANDS = "/understands/";
    private static final String SHEET = "/enclosures/contact-sheet";
    private static final String USAGE = "/enclosures/usage";
    private static final String DESTINATION = "destination";
    private static final String FOLDER = "destination-folder";
    private static final String INBOX = "inbox";
    private static final String HOOK = "hook";
    private static final String HOOK_SECRET = "hook-secret";

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
        channel.file().understands().forEach(type -> values.put(UNDERSTANDS + type, "true"));
        OptionalLong limit = channel.maxBytes();
        if (limit.isPresent()) {
            values.put(LIMIT, new BigDecimal(limit.getAsLong()).divide(KILO).toPlainString());
        }
        along(channel.file().enclosures(), values);
        ChannelDelivery delivery = channel.delivery();
        values.put(DESTINATION, delivery.destination().map(String::valueOf).orElse(""));
        values.put(FOLDER, delivery.folder());
        values.put(INBOX, delivery.inbox().map(String::valueOf).orElse(""));
        values.put(HOOK, delivery.hook());
        List<Long> recipes = new ArrayList<>();
        for (Channel.Part part : channel.parts()) {
            recipes.add(part.recipeId());
            values.put("folder-" + part.recipeId(), part.placement().folder().orElse(""));
            values.put("suffix-" + part.recipeId(), part.placement().suffix());
        }
        return new ChannelForm(values, recipes);
    }

    private static void along(Enclosures enclosures, Map<String, String> values) {
        values.put("/enclosures/manifest", String.valueOf(enclosures.manifest()));
        values.put("/enclosures/page-snippet", String.valueOf(enclosures.pageSnippet()));
        values.put(SHEET, String.valueOf(enclosures.contactSheet().isPresent()));
        values.put(
                SHEET + "/across",
                enclosures
                        .contactSheet()
                        .map(sheet -> String.valueOf(sheet.across()))
                        .orElse("4"));
        values.put(
                SHEET + "/heading",
                enclosures.contactSheet().map(Enclosures.ContactSheet::heading).orElse(""));
        values.put(USAGE, String.valueOf(enclosures.usage().isPresent()));
        values.put(USAGE + "/lines", String.join("\n", enclosures.usage().orElse(List.of())));
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
        ArrayNode understands = root.putArray("understands");
        Formats.types().stream()
                .filter(type -> value(UNDERSTANDS + type).equals("true"))
                .forEach(understands::add);
        ArrayNode keptOut = root.putArray("keep-out");
        Arrays.stream(value("/keep-out").split(","))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .forEach(keptOut::add);
        putAlong(root.putObject("enclosures"));
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

    private void putAlong(ObjectNode along) {
        along.put("manifest", value("/enclosures/manifest").equals("true"));
        along.put("page-snippet", value("/enclosures/page-snippet").equals("true"));
        if (value(SHEET).equals("true")) {
            ObjectNode sheet = along.putObject("contact-sheet").put("heading", value(SHEET + "/heading"));
            String across = value(SHEET + "/across");
            if (across.matches("\\d{1,3}")) {
                sheet.put("across", Integer.parseInt(across));
            } else {
                sheet.put("across", across);
            }
        }
        if (value(USAGE).equals("true")) {
            ArrayNode lines = along.putArray("usage");
            value(USAGE + "/lines").lines().map(String::stripTrailing).forEach(lines::add);
        }
    }

    /** Where files are sent, as far as it can be read; see {@link #deliveryFaults}. */
    ChannelDelivery delivery() {
        return new ChannelDelivery(key(DESTINATION), value(FOLDER), key(INBOX), value(HOOK), false);
    }

    /** What it is signed with from now on; empty to leave the kept one. */
    String hookSecret() {
        return value(HOOK_SECRET);
    }

    private Optional<Long> key(String field) {
        return value(field).matches("\\d{1,18}") ? Optional.of(Long.valueOf(value(field))) : Optional.empty();
    }

    /**
     * What is wrong with where files are sent, by the names of the fields.
     *
     * @param before as it is kept
     */
    Map<String, String> deliveryFaults(ChannelDelivery before) {
        Map<String, String> faults = new LinkedHashMap<>();
        try {
            PathTemplate.folders(value(FOLDER));
        } catch (TemplateException e) {
            faults.put(FOLDER, e.getMessage());
        }
        String hook = value(HOOK);
        if (!hook.isEmpty() && !isAddress(hook)) {
            faults.put(HOOK, Text.of("channels.hook-address"));
        } else if (!hook.isEmpty()
                && hookSecret().isEmpty()
                && !(before.hasHookSecret() && before.hook().equals(hook))) {
            faults.put(HOOK_SECRET, Text.of("channels.hook-needs-a-secret"));
        }
        return faults;
    }

    private static boolean isAddress(String text) {
        try {
            URI address = URI.create(text);
            return text.length() <= 1000
                    && ("http".equals(address.getScheme()) || "https".equals(address.getScheme()))
                    && address.getHost() != null
                    && address.getUserInfo() == null;
        } catch (IllegalArgumentException unreadable) {
            return false;
        }
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
