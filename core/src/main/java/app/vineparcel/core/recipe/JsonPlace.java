package app.vineparcel.core.recipe;

import app.vineparcel.core.PlainNumber;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** An object in a recipe file that is being read: hands out its values, notes what is wrong with them and which keys were asked for. */
final class JsonPlace {

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();

    /** Some editors begin a file with it. */
    private static final String BYTE_ORDER_MARK = "\ufeff";

    private static final Pattern CONTROL = Pattern.compile("[\\x00-\\x1f\\x7f]");

    private final JsonNode node;
    private final String pointer;
    private final List<RecipeFault> faults;
    private final Set<String> known = new LinkedHashSet<>();

    private JsonPlace(JsonNode node, String pointer, List<RecipeFault> faults) {
        this.node = node;
        this.pointer = pointer;
        this.faults = faults;
    }

    /**
     * The object that a file is.
     *
     * @throws RecipeException if it is no JSON or no object
     */
    static JsonPlace read(String json, List<RecipeFault> faults) throws RecipeException {
        JsonNode node;
        try {
            node = JSON.readTree(json.startsWith(BYTE_ORDER_MARK) ? json.substring(1) : json);
        } catch (JacksonException e) {
            String place =
                    e.getLocation() == null ? "" : " in line " + e.getLocation().getLineNr();
            throw new RecipeException(List.of(new RecipeFault("", "not valid JSON" + place, e.getOriginalMessage())));
        }
        if (!node.isObject()) {
            throw new RecipeException(List.of(new RecipeFault("", "no object", "an object in braces is expected")));
        }
        return new JsonPlace(node, "", faults);
    }

    /** The object under a key; an absent one is empty. */
    JsonPlace object(String key) {
        JsonNode value = value(key);
        if (value != null && !value.isObject()) {
            fault(key, value.toString(), "an object in braces is expected");
            return new JsonPlace(
                    tools.jackson.databind.node.JsonNodeFactory.instance.objectNode(), pointer + "/" + key, faults);
        }
        return new JsonPlace(
                value == null ? tools.jackson.databind.node.JsonNodeFactory.instance.objectNode() : value,
                pointer + "/" + key,
                faults);
    }

    /** Whether nothing stands here. */
    boolean isEmpty() {
        return node.isEmpty();
    }

    boolean has(String key) {
        return node.has(key);
    }

    /** Whether a text stands under a key. */
    boolean isText(String key) {
        return node.path(key).isString();
    }

    /** A key that has been dealt with otherwise. */
    void pass(String key) {
        known.add(key);
    }

    Optional<String> text(String key) {
        JsonNode value = value(key);
        if (value == null) {
            return Optional.empty();
        }
        if (!value.isString()) {
            fault(key, value.toString(), "a text in quotes is expected");
            return Optional.empty();
        }
        return Optional.of(value.stringValue());
    }

    /** A text without line breaks and the like, of so many characters at most. */
    Optional<String> line(String key, int longest) {
        Optional<String> text = text(key);
        text.ifPresent(line -> check(line, place(key), longest));
        return text;
    }

    private void check(String line, String place, int longest) {
        if (CONTROL.matcher(line).find()) {
            faults.add(new RecipeFault(place, "a control character", "one line of plain text is expected"));
        } else if (line.length() > longest) {
            faults.add(new RecipeFault(place, line.length() + " characters", "up to " + longest + " are expected"));
        }
    }

    Optional<String> choice(String key, List<String> allowed) {
        Optional<String> text = text(key);
        if (text.isPresent() && !allowed.contains(text.get())) {
            fault(key, quoted(text.get()), "allowed are " + String.join(", ", allowed));
            return Optional.empty();
        }
        return text;
    }

    boolean flag(String key, boolean otherwise) {
        JsonNode value = value(key);
        if (value != null && !value.isBoolean()) {
            fault(key, value.toString(), "true or false is expected");
            return otherwise;
        }
        return value == null ? otherwise : value.booleanValue();
    }

    OptionalInt whole(String key, int least, int most) {
        JsonNode value = value(key);
        if (value == null) {
            return OptionalInt.empty();
        }
        if (!value.isNumber()
                || !value.canConvertToExactIntegral()
                || value.doubleValue() < least
                || value.doubleValue() > most) {
            fault(key, value.toString(), "a whole number from %d to %d is expected".formatted(least, most));
            return OptionalInt.empty();
        }
        return OptionalInt.of(value.decimalValue().intValue());
    }

    /** A number above zero. */
    OptionalDouble positive(String key, double most) {
        JsonNode value = value(key);
        if (value == null) {
            return OptionalDouble.empty();
        }
        if (!value.isNumber() || !(value.doubleValue() > 0) || value.doubleValue() > most) {
            fault(key, value.toString(), "a number above 0 and up to %s is expected".formatted(PlainNumber.of(most)));
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(value.doubleValue());
    }

    /** A number within a range, ends included. */
    OptionalDouble between(String key, double least, double most) {
        JsonNode value = value(key);
        if (value == null) {
            return OptionalDouble.empty();
        }
        if (!value.isNumber() || !(value.doubleValue() >= least && value.doubleValue() <= most)) {
            fault(
                    key,
                    value.toString(),
                    "a number from %s to %s is expected".formatted(PlainNumber.of(least), PlainNumber.of(most)));
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(value.doubleValue());
    }

    /** A list of numbers within a range, ends included; empty where it is not there. */
    List<Double> numbers(String key, double least, double most, int longest) {
        JsonNode value = value(key);
        if (value == null) {
            return List.of();
        }
        List<Double> numbers = new ArrayList<>();
        boolean sound = value.isArray() && !value.isEmpty() && value.size() <= longest;
        for (int i = 0; sound && i < value.size(); i++) {
            JsonNode number = value.get(i);
            sound = number.isNumber() && number.doubleValue() >= least && number.doubleValue() <= most;
            numbers.add(number.isNumber() ? number.doubleValue() : 0);
        }
        if (!sound) {
            fault(
                    key,
                    value.toString(),
                    "a list of 1 to %d numbers from %s to %s is expected"
                            .formatted(longest, PlainNumber.of(least), PlainNumber.of(most)));
            return List.of();
        }
        return numbers;
    }

    /** A list of lines of text, each of so many characters at most; empty where it is not there. */
    List<String> lines(String key, int most, int longest) {
        List<String> lines = new ArrayList<>();
        for (JsonNode text : list(key, "a list of texts in quotes is expected", most)) {
            String at = key + "/" + lines.size();
            if (!text.isString()) {
                faults.add(new RecipeFault(pointer + "/" + at, text.toString(), "a text in quotes is expected"));
                return lines;
            }
            lines.add(text.stringValue());
            check(text.stringValue(), pointer + "/" + at, longest);
        }
        return lines;
    }

    /** A list of objects; empty where it is not there. */
    List<JsonPlace> objects(String key, int longest) {
        List<JsonPlace> places = new ArrayList<>();
        for (JsonNode object : list(key, "a list of objects in braces is expected", longest)) {
            String at = key + "/" + places.size();
            if (!object.isObject()) {
                faults.add(new RecipeFault(pointer + "/" + at, object.toString(), "an object in braces is expected"));
                return places;
            }
            places.add(new JsonPlace(object, pointer + "/" + at, faults));
        }
        return places;
    }

    private List<JsonNode> list(String key, String allowed, int longest) {
        JsonNode value = value(key);
        if (value == null) {
            return List.of();
        }
        if (!value.isArray() || value.size() > longest) {
            fault(key, value.isArray() ? value.size() + " of them" : value.toString(), allowed + ", up to " + longest);
            return List.of();
        }
        List<JsonNode> all = new ArrayList<>();
        value.forEach(all::add);
        return all;
    }

    /** A colour as {@code #rrggbb}. */
    OptionalInt rgb(String key) {
        Optional<String> text = text(key);
        if (text.isEmpty()) {
            return OptionalInt.empty();
        }
        if (!text.get().matches("#[0-9a-fA-F]{6}")) {
            fault(key, quoted(text.get()), "a colour such as #ffffff is expected");
            return OptionalInt.empty();
        }
        return OptionalInt.of(Integer.parseInt(text.get().substring(1), 16));
    }

    /** Notes that a key is needed and not there, unless it is there and was faulted already. */
    void missing(String key, String allowed) {
        if (!node.has(key)) {
            fault(key, "nothing", allowed);
        }
    }

    /** Notes everything that stands here and was never asked for. */
    void refuseOthers() {
        for (String key : node.propertyNames()) {
            if (!known.contains(key)) {
                fault(key, "an unknown key", "known here are " + String.join(", ", known));
            }
        }
    }

    /** The keys that stand here. */
    Iterable<String> keys() {
        return node.propertyNames();
    }

    void fault(String key, String found, String allowed) {
        faults.add(new RecipeFault(place(key), found, allowed));
    }

    private String place(String key) {
        return key.isEmpty() ? pointer : pointer + "/" + escaped(key);
    }

    static String quoted(String text) {
        return "“" + text + "”";
    }

    private static String escaped(String key) {
        return key.replace("~", "~0").replace("/", "~1");
    }

    private JsonNode value(String key) {
        known.add(key);
        return node.get(key);
    }
}
