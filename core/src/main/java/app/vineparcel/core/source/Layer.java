package app.vineparcel.core.source;

import java.util.Optional;
import java.util.Set;

/**
 * A part of a document that can be kept out of what is rendered: a layer, a group, an element or a spot colour.
 *
 * @param key finds it in its source again
 * @param name what the document calls it
 * @param shown whether the document itself shows it
 * @param on keys of the pieces that show it; empty where that is not known
 * @param helper why it is likely to be a helper that nobody wants rendered, in words that follow “because”
 */
public record Layer(String key, String name, boolean shown, Set<String> on, Optional<String> helper) {

    /** One that may show on every piece. */
    public Layer(String key, String name, boolean shown, Optional<String> helper) {
        this(key, name, shown, Set.of(), helper);
    }
}
