package app.vineparcel.core;

/**
 * Something that went wrong and that a person can act on: what happened, to which file, and what to do about it.
 *
 * <p>A problem is a value. It is shown as it stands on a page, in a run report or on the command line, so its texts are
 * whole sentences without stack traces, class names or secrets.
 */
public sealed interface Problem {

    /** A short, stable, kebab-case word for scripts, such as {@code unreadable}; it does not change with the class's name. */
    String code();

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
    record Unreadable(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "unreadable";
        }
    }

    /** The file is sound, but of a kind or with a feature that cannot be used here. */
    record Unsupported(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "unsupported";
        }
    }

    /** It is sound, and wants a password. */
    record Locked(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "locked";
        }
    }

    /** Opening it would need more pixels than the limit allows. */
    record OverBudget(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "over-budget";
        }
    }

    /** It was there before and is gone, or may not be read. */
    record Vanished(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "vanished";
        }
    }

    /** A recipe, template or option says something that cannot be done. */
    record BadRequest(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "bad-request";
        }
    }

    /** A file that Vine Parcel did not write stands where a rendition should go. */
    record InTheWay(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "in-the-way";
        }
    }

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

        @Override
        public String code() {
            return "cannot-write";
        }
    }

    /**
     * A machine has another key than the one that is trusted, or none is trusted yet.
     *
     * @param fingerprint of the key that it showed, {@code SHA256:…}
     * @param changed whether another one was trusted
     */
    record UntrustedHost(String file, String fingerprint, boolean changed) implements Problem {
        @Override
        public String code() {
            return "untrusted-host";
        }

        @Override
        public String reason() {
            return (changed
                            ? "The server's key is another one than before: %s. It may be another machine."
                            : "The server's key is not trusted yet: %s.")
                    .formatted(fingerprint);
        }

        @Override
        public String remedy() {
            return changed
                    ? "Ask who runs the server, and trust the new key only if it was changed on purpose."
                    : "Compare it with what the server's owner says, then trust it.";
        }
    }

    /** Something nobody foresaw; the details are in the log. */
    record Unforeseen(String file, String reason, String remedy) implements Problem {
        @Override
        public String code() {
            return "unforeseen";
        }
    }
}
