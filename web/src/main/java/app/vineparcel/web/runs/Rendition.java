package app.vineparcel.web.runs;

import app.vineparcel.core.Notice;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** One file of a run as everybody but its own table sees it: read only, as it was when it was asked for. */
public interface Rendition {

    /** How far it has come. */
    enum State {
        WAITING,
        RENDERING,
        DONE,
        /** In place since an earlier run, and as it would come out today. */
        UNCHANGED,
        FAILED,
        LEFT_OUT
    }

    /** What was found while it was made. */
    List<Notice> notices();

    /** The key, once stored. */
    long id();

    long runId();

    long sourceId();

    /** What it shows; of the first page where it has several. */
    long pieceId();

    /** The kept recipe that it was planned by; empty for runs from before versions were kept. */
    Optional<Long> recipeId();

    /** Of the kept recipe. */
    int recipeVersion();

    String channel();

    String recipeTitle();

    /** Which rendition of its run, from 1. */
    int position();

    /** Relative to the assignment's destination. */
    String path();

    State state();

    /** Whether its file is where it belongs, made by this run or before. */
    boolean isDone();

    int width();

    int height();

    /** The file's size; as predicted until it is there. */
    long bytes();

    /** The sum of the file's content; empty until it is there. */
    String sha256();

    /** The share, 0 to 1, of pixels that the target's gamut does not hold; 0 where it was not measured. */
    double clipped();

    /** The format as it was written, in words; empty until it is there. */
    String written();

    /** How long it took, ms. */
    long millis();

    /** Why it failed, or has to wait; empty otherwise. */
    String reason();

    /** When it is tried again, where it waits for its destination. */
    Optional<Instant> againAt();

    /** What to do about it; empty otherwise. */
    String remedy();

    /** The last part of the path. */
    String fileName();

    /** The recipe as a run of a former version kept it; empty where the order has it. */
    Optional<String> recipeBody();

    /** With which others it is made together. */
    int unit();
}
