package app.vineparcel.core.deliver;

import app.vineparcel.core.ProblemException;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalLong;

/**
 * A place that files are delivered to: a folder, or one behind a network. A file appears there under its name whole or not at all, only ours are ever
 * replaced or removed, and nothing is put outside of it.
 *
 * <p>Paths are relative to the place, with {@code /} between folders. One of these is used by one thread at a time.
 */
public interface Destination extends AutoCloseable {

    /**
     * A file that is to be sent.
     *
     * @param file where it lies
     * @param bytes its length
     * @param sha256 of its content, in lower-case hexadecimal
     */
    record Outgoing(Path file, long bytes, String sha256) {}

    /** How one file was placed. */
    enum Placing {
        SENT,
        /** The same file stood there already; nothing was sent. */
        ALREADY_THERE
    }

    /** What stands at a path. */
    enum Standing {
        NOTHING,
        /** A file that we put there, byte for byte. */
        OURS,
        /** A file that we did not put there, or that was changed since. */
        FOREIGN
    }

    /** A file at a destination. */
    record Found(String path, long bytes) {}

    /** Told how far a file has come. */
    @FunctionalInterface
    interface Progress {
        Progress SILENT = bytes -> true;

        /**
         * Some of it has arrived.
         *
         * @param bytes so far
         * @return whether to go on; what has arrived by then is kept, and the next attempt goes on from there
         */
        boolean at(long bytes);
    }

    /** What stands at a path now. */
    Standing look(String path) throws ProblemException;

    /**
     * Puts a file there. What broke off before is gone on with where the place allows; the whole is checked by its sum before it gets its name.
     *
     * @throws ProblemException if it cannot: somebody else's file is in the way, the place is full or out of reach
     */
    Placing place(String path, Outgoing file, Progress progress) throws ProblemException;

    /**
     * Removes a file of ours; whatever else stands there is left alone.
     *
     * @return whether it was there and is gone now
     */
    boolean remove(String path) throws ProblemException;

    /**
     * The files below a folder, ours and others', in the order of their paths.
     *
     * @param folder empty for all
     * @param most after so many it stops
     */
    List<Found> list(String folder, int most) throws ProblemException;

    /**
     * Writes and removes something small, to see whether files can be delivered.
     *
     * @return bytes that are free, where the place says so
     */
    OptionalLong tryOut() throws ProblemException;

    /** Hangs up. */
    @Override
    void close();
}
