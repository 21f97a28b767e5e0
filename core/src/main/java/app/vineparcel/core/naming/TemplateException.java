package app.vineparcel.core.naming;

/** A template that cannot be understood; the message says what was found and what is allowed. */
public final class TemplateException extends Exception {

    private static final long serialVersionUID = 1L;

    /** With the fault in words. */
    public TemplateException(String message) {
        super(message);
    }
}
