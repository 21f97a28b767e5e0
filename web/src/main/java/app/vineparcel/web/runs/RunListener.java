package app.vineparcel.web.runs;

/** A feature that has to know what runs make. Told in the process that does it; what it does belongs to the same transaction. */
public interface RunListener {

    /** Its renditions are written down, what is unchanged among them, and nothing is made yet. */
    default void started(long runId) {}

    /** A file was put in place. */
    default void made(long renditionId) {}

    /** Nothing of it is open any more. */
    default void ended(long runId) {}
}
