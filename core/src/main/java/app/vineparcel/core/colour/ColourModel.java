package app.vineparcel.core.colour;

/** What the bands of a picture stand for. */
public enum ColourModel {
    GREY(1, "GRAY"),
    RGB(3, "RGB "),
    CMYK(4, "CMYK");

    private final int bands;
    private final String signature;

    ColourModel(int bands, String signature) {
        this.bands = bands;
        this.signature = signature;
    }

    /** Bands without alpha. */
    public int bands() {
        return bands;
    }

    /** The four characters of an ICC header. */
    String signature() {
        return signature;
    }
}
