package app.vineparcel.core.colour;

/** An ICC profile that cannot be used; the message is the end of a sentence that begins with “the profile is broken:”. */
public final class BadProfileException extends Exception {

    private static final long serialVersionUID = 1L;

    /** With what is wrong, in words. */
    public BadProfileException(String message) {
        super(message);
    }
}
