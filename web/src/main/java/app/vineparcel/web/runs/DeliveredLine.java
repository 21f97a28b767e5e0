package app.vineparcel.web.runs;

import java.util.List;

/**
 * A file that a run delivered, and what became of it.
 *
 * @param id the rendition's key
 * @param position in its run, from 1
 * @param path relative to the delivery folder
 * @param sha256 of the content that was delivered
 * @param recipeVersion 0 where it is not known
 */
public record DeliveredLine(
        long id,
        int position,
        String path,
        long bytes,
        int width,
        int height,
        String sha256,
        String channel,
        String recipeTitle,
        int recipeVersion,
        Standing standing) {

    /** What became of a delivered file. */
    public enum Standing {
        IN_PLACE,
        /** A later run put another file in its place; this one is kept. */
        REPLACED,
        /** A later run put another file in its place, and this one is no longer kept. */
        NOT_KEPT,
        /** Somebody changed it. */
        CHANGED,
        MISSING;

        /** Those whose content can still be had. */
        public boolean isKept() {
            return this == IN_PLACE || this == REPLACED;
        }
    }

    /** The last part of the path. */
    public String fileName() {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** The part before it, without a slash at its end; empty at the top. */
    public String folder() {
        return path.substring(0, Math.max(0, path.lastIndexOf('/')));
    }

    /** How heavy some are. */
    public static long bytes(List<DeliveredLine> lines) {
        return lines.stream().mapToLong(DeliveredLine::bytes).sum();
    }
}
