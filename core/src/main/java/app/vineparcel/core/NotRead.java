package app.vineparcel.core;

import java.io.IOException;

/** A file is sound, as far as one can see, and of a kind or with a feature that is not read here; its message says which, in a sentence. */
public class NotRead extends IOException {

    private static final long serialVersionUID = 1L;

    private final String remedy;

    /** Of that sentence. */
    public NotRead(String message) {
        this(message, "Save it in another way from the program that made it, such as PNG or uncompressed TIFF.");
    }

    /** With what to do about it, in a sentence. */
    public NotRead(String message, String remedy) {
        super(message);
        this.remedy = remedy;
    }

    /** What to do about it, in a sentence. */
    public String remedy() {
        return remedy;
    }
}
