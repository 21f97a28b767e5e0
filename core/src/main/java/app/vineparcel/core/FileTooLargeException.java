package app.vineparcel.core;

import java.io.IOException;

/** A file is larger than a recipe allows, even at its lowest quality. */
public final class FileTooLargeException extends IOException {

    private static final long serialVersionUID = 1L;

    /**
     * Too large.
     *
     * @param least bytes at the lowest quality
     * @param limit bytes that the recipe allows
     */
    public FileTooLargeException(long least, long limit) {
        super("At its lowest quality it has %,d bytes, and the limit is %,d.".formatted(least, limit));
    }
}
