package app.vineparcel.core.source;

import java.util.HashSet;
import java.util.Set;

/**
 * How a document is to be taken.
 *
 * @param box which box of a PDF page counts
 * @param keptOut keys or names of the layers that are not rendered
 */
public record Taking(PageBox box, Set<String> keptOut) {

    /** As the document stands. */
    public static final Taking PLAIN = new Taking(PageBox.CROP, Set.of());

    public Taking {
        keptOut = Set.copyOf(keptOut);
    }

    /** The same with more kept out. */
    public Taking without(Set<String> more) {
        Set<String> all = new HashSet<>(keptOut);
        all.addAll(more);
        return new Taking(box, all);
    }

    /** Whether a layer is kept out, by its key or by its name in any case. */
    public boolean keepsOut(Layer layer) {
        return keepsOut(layer.key(), layer.name());
    }

    /** Whether the layer of that key and name is kept out. */
    public boolean keepsOut(String key, String layerName) {
        return keptOut.contains(key) || keptOut.stream().anyMatch(name -> name.equalsIgnoreCase(layerName));
    }
}
