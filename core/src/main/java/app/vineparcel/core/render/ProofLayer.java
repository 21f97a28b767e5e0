package app.vineparcel.core.render;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What of a rendition is looked at in a proof. */
public enum ProofLayer {
    /** What it was made from, scaled alike. */
    SOURCE,
    /** What its file holds. */
    RENDITION,
    /** How they differ, on middle grey. */
    DIFFERENCE,
    /** Where channels are at an end of their range. */
    CLIPPING,
    /** Where the source has colours that the rendition's profile does not. */
    GAMUT,
    /** What a press would show on its paper. */
    PRESS,
    /** Where artwork is lost on what transparency was filled with. */
    MATTE;

    /** As in addresses. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The one of a word. */
    public static Optional<ProofLayer> named(String word) {
        return Arrays.stream(values())
                .filter(layer -> layer.word().equals(word))
                .findFirst();
    }
}
