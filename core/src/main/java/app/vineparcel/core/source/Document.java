package app.vineparcel.core.source;

import app.vineparcel.core.Notice;
import java.util.List;

/** An opened document. Used by one thread at a time; to be closed after use. */
public sealed interface Document extends AutoCloseable permits DrawnDocument, PixelDocument {

    /** What it is made of, in its own order; at least one. */
    List<Piece> pieces();

    /** Named parts that can be pieces too, where somebody asks for them; the larger first. */
    default List<Piece> objects() {
        return List.of();
    }

    /** What can be kept out, in its own order. */
    default List<Layer> layers() {
        return List.of();
    }

    /** What was found while opening it that is of no piece in particular. */
    default List<Notice> notices() {
        return List.of();
    }

    /** What was found while drawing since this was asked last; what opening it or its pieces said is not said again. */
    default List<Notice> drawnNotices() {
        return List.of();
    }

    @Override
    default void close() {
        // most hold nothing
    }
}
