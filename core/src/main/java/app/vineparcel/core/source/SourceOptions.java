package app.vineparcel.core.source;

import java.util.HashSet;
import java.util.OptionalInt;
import java.util.Set;

/**
 * How a document is to be taken.
 *
 * @param box which box of a PDF page counts
 * @param keptOut keys or names of the layers that are not rendered
 * @param paper whether there is white paper behind it; else what nothing covers is clear
 */
public record SourceOptions(PageBox box, Set<String> keptOut, boolean paper) {

    private static final int WHITE = 0xffffff;

    /** As the document stands. */
    public static final SourceOptions PLAIN = new SourceOptions(PageBox.CROP, Set.of());

    public SourceOptions {
        keptOut = Set.copyOf(keptOut);
    }

    /** Without paper. */
    public SourceOptions(PageBox box, Set<String> keptOut) {
        this(box, keptOut, false);
    }

    /** The same on white paper. */
    public SourceOptions onPaper() {
        return new SourceOptions(box, keptOut, true);
    }

    /** What it is drawn on, 0xRRGGBB: its paper, else what somebody asks for. */
    public OptionalInt ground(OptionalInt asked) {
        return paper ? OptionalInt.of(WHITE) : asked;
    }

    /** The same with more kept out. */
    public SourceOptions without(Set<String> more) {
        Set<String> all = new HashSet<>(keptOut);
        all.addAll(more);
        return new SourceOptions(box, all, paper);
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
