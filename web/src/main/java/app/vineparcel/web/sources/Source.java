package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** A source as everybody but its own table sees it: read only, as it was when it was asked for. */
public interface Source {

    /** How a file came in. */
    enum Origin {
        UPLOAD,
        FOLDER
    }

    /** How far reading it has come. */
    enum State {
        WAITING,
        READY,
        UNREADABLE,
        REMOVED
    }

    /** Whether the file was no longer there when it was looked for last. */
    boolean isMissing();

    /** Whether there is white paper behind its pages. */
    boolean isOnPaper();

    /** The key, once stored. */
    long id();

    long assignmentId();

    /** Its place among the assignment's sources, from 1. */
    int position();

    Origin origin();

    /** The folder it came from, as people know it; empty for uploads. */
    String folder();

    String fileName();

    /** Where the file lies. */
    Path file();

    State state();

    /** Rises with every change to any source, so that a page can ask for what is new. */
    long changed();

    /** Whether it wants a password before it can be read. */
    boolean isLocked();

    /** Whether it is of a kind that may hold several pieces. */
    boolean isDocument();

    /** What can be kept out of it. */
    List<Layer> layers();

    /** Keys of the layers that are kept out. */
    List<String> keptOut();

    PageBox pageBox();

    /** How it is to be taken. */
    SourceOptions options();

    boolean isReady();

    /** Whether it was read once, even if it is being read again. */
    boolean isKnown();

    /** Whether it was read before and is being read again. */
    boolean isReadAgain();

    /** Why it cannot be read; empty otherwise. */
    String reason();

    /** What to do about it; empty otherwise. */
    String remedy();

    /** The point that crops keep: set by hand, else suggested; empty for a source that was read before points were suggested. */
    Optional<FocalPoint> focus();

    /** Whether a person set the focal point. */
    boolean isFocusByHand();

    /** The name of its piece. */
    String name();

    /**
     * What was read of it.
     *
     * @throws IllegalStateException while it was never read
     */
    SourceInfo info();

    /**
     * Counts an attempt at reading it.
     *
     * @return false if it has been tried as often as it may, and never came back
     */
    boolean attempt();

    /** What its file held when it was read; empty if nobody knows. */
    Optional<FileContent> content();

    /** When it was removed; empty if it was not. */
    Optional<Instant> removedAt();

    /** How its file was when it was read; empty if nobody knows. */
    Optional<FileStamp> stamp();

    /** Which version of the file this is, from 1. */
    int version();

    /** What the picture says of itself to those who cannot see it. */
    Optional<String> altText();
}
