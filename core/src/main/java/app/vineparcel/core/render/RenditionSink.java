package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import java.io.IOException;
import java.nio.file.Path;

/** Takes finished renditions, whole or not at all. */
@FunctionalInterface
public interface RenditionSink {

    /** Writes a file's content to the place it is given. */
    @FunctionalInterface
    interface Content {
        void writeTo(Path file) throws IOException;
    }

    /**
     * A file that stands in its place.
     *
     * @param bytes its size
     * @param sha256 of its content, in lower-case hexadecimal
     * @param modified when it was written last, ms since 1970, as its file system says
     */
    record Placed(long bytes, String sha256, long modified) {

        /** Somewhere that does not say when. */
        public Placed(long bytes, String sha256) {
            this(bytes, sha256, 0);
        }
    }

    /**
     * Puts a file in place.
     *
     * @param path relative, with {@code /} between folders
     * @throws ProblemException if it cannot; nothing of it is then left behind
     */
    Placed place(String path, Content content) throws ProblemException;
}
