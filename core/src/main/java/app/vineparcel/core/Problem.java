package app.vineparcel.core;

/**
 * Something that went wrong and that a person can act on: what happened, to which file, and what to do about it.
 *
 * <p>A problem is a value. It is shown as it stands on a page, in a run report or on the command line, so its texts are
 * whole sentences without stack traces, class names or secrets.
 */
public sealed interface Problem {

    /** A short, stable, kebab-case word for scripts, such as {@code unreadable}. */
    default String code() {
        String name = getClass().getSimpleName();
        return name.replaceAll("(?<=[a-z])(?=[A-Z])", "-").toLowerCase(java.util.Locale.ROOT);
    }

    /** The file, recipe or folder it happened to, as the person knows it. */
    String file();

    /** What happened. */
    String reason();

    /** What to do about it. */
    String remedy();

    /** Everything in one line: {@code file: reason Remedy.} */
    default String sentence() {
        return file() + ": " + reason() + " " + remedy();
    }

    /** The bytes are not a whole, well-formed file of their kind. */
    record Unreadable(String file, String reason, String remedy) implements Problem {}

    /** The file is sound, but of a kind or with a feature that cannot be used here. */
    record Unsupported(String file, String reason, String remedy) implements Problem {}

    /** It is sound, and wants a password. */
    record Locked(String file, String reason, String remedy) implements Problem {}

    /** Opening it would need more pixels than the limit allows. */
    record OverBudget(String file, String reason, String remedy) implements Problem {}

    /** It was there before and is gone, or may not be read. */
    record Vanished(String file, String reason, String remedy) implements Problem {}

    /** A recipe, template or option says something that cannot be done. */
    record BadRequest(String file, String reason, String remedy) implements Problem {}

    /** A file that Vine Parcel did not write stands where a rendition should go. */
    record InTheWay(String file, String reason, String remedy) implements Problem {}

    /**
     * The destination does not take the file: read-only, full, or no folder.
     *
     * @param mayPass whether the same may go well later, without anything else being changed
     */
    record CannotWrite(String file, String reason, String remedy, boolean mayPass) implements Problem {

        /** Trying again does not help. */
        public CannotWrite(String file, String reason, String remedy) {
            this(file, reason, remedy, false);
        }
    }

    /** Something nobody foresaw; the details are in the log. */
    record Unforeseen(String file, String reason, String remedy) implements Problem {}
}
