package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.geometry.PixelSize;

/** What became of one rendition. */
public sealed interface Outcome {

    /** How long it took, ms; shared work counts for the rendition that needed it first. */
    long millis();

    /** The file stands in its place. */
    record Done(PixelSize size, long bytes, String sha256, long millis) implements Outcome {}

    /** There is no file, for this reason. */
    record Failed(Problem problem, long millis) implements Outcome {}

    /** The run was stopped before it came to this one. */
    record LeftOut(long millis) implements Outcome {}
}
