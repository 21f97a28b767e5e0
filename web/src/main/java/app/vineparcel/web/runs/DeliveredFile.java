package app.vineparcel.web.runs;

/**
 * A file as it was put in place.
 *
 * @param path relative to the destination
 * @param bytes its weight
 * @param modified when it was written, ms since 1970; 0 if nobody knows
 * @param sha256 of its content; empty if nobody knows
 */
record DeliveredFile(String path, long bytes, long modified, String sha256) {

    /** Whether a file of that time, ms since 1970, counts as the same without being read. */
    boolean isOfTime(long now) {
        return modified == 0 || sha256.isEmpty() || modified == now;
    }
}
