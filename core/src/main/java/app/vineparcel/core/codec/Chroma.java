package app.vineparcel.core.codec;

import java.util.Arrays;
import java.util.List;

/** Chroma subsampling: colour detail in full, halved across, or halved both ways. */
public enum Chroma {
    FULL("4:4:4", 1, 1, 1.31),
    HALF_ACROSS("4:2:2", 2, 1, 1.15),
    HALF("4:2:0", 2, 2, 1);

    private final String notation;
    private final int across;
    private final int down;
    private final double weight;

    Chroma(String notation, int across, int down, double weight) {
        this.notation = notation;
        this.across = across;
        this.down = down;
        this.weight = weight;
    }

    /** As the trade writes it. */
    public String notation() {
        return notation;
    }

    /** All of them as the trade writes them. */
    public static List<String> notations() {
        return Arrays.stream(values()).map(Chroma::notation).toList();
    }

    /** The one of that notation. */
    public static Chroma of(String notation) {
        return values()[notations().indexOf(notation)];
    }

    /** Luma samples for one chroma sample, across. */
    public int across() {
        return across;
    }

    /** Luma samples for one chroma sample, down. */
    public int down() {
        return down;
    }

    /** What it adds to a JPEG, by the median of photographs at quality 82. */
    public double weight() {
        return weight;
    }
}
