package app.vineparcel.core.render;

/**
 * What a stage took.
 *
 * @param nanos of time
 * @param bytes allocated on the heap; 0 where nobody counts them
 */
public record StageCost(long nanos, long bytes) {

    /** Both together. */
    public StageCost plus(StageCost other) {
        return new StageCost(nanos + other.nanos, bytes + other.bytes);
    }
}
