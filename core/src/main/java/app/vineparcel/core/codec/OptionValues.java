package app.vineparcel.core.codec;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiConsumer;

/** What was chosen about a format, by the options' keys, in their order. */
public final class OptionValues {

    private final Map<String, Object> values;

    private OptionValues(Map<String, Object> values) {
        this.values = values;
    }

    /** Nothing chosen. */
    public static OptionValues none() {
        return new OptionValues(Map.of());
    }

    /** These and one more. */
    public OptionValues and(String key, Object value) {
        Map<String, Object> more = new LinkedHashMap<>(values);
        more.put(key, value);
        return new OptionValues(more);
    }

    /** Whether an option has this value. */
    public boolean has(String key, Object value) {
        return value.equals(values.get(key));
    }

    /** A whole number that was chosen, or the given one where it was no choice. */
    public int whole(String key, int otherwise) {
        return (Integer) values.getOrDefault(key, otherwise);
    }

    /** A whole number that was chosen. */
    public int whole(String key) {
        return (Integer) chosen(key);
    }

    /** A number that was chosen. */
    public double decimal(String key) {
        return (Double) chosen(key);
    }

    /** A yes or no that was chosen; no where it was no choice. */
    public boolean flag(String key) {
        return Boolean.TRUE.equals(values.get(key));
    }

    /** A word that was chosen. */
    public String word(String key) {
        return (String) chosen(key);
    }

    /** All of them, in their order. */
    public void forEach(BiConsumer<String, Object> each) {
        values.forEach(each);
    }

    private Object chosen(String key) {
        return Objects.requireNonNull(values.get(key), key);
    }
}
