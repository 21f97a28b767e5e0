package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** The memory of a document tree, held element by element while it grows: a packed text of some kB may hold millions. */
final class TreeMemory implements AutoCloseable {

    private static final int MOST_ELEMENTS = 2_000_000;
    /** Measured for an element with three attributes, its node of the tree of graphics included. */
    private static final long BYTES_AN_ELEMENT = 2_000;

    private static final int AT_ONCE = 10_000;

    private final List<WorkBudget.Hold> held = new ArrayList<>();
    private int elements;

    /**
     * One more.
     *
     * @throws IOException with a reason in words if there are too many
     * @throws WorkBudget.Exceeded if there is no memory for it
     */
    void element() throws IOException {
        if (elements % AT_ONCE == 0) {
            WorkBudget.check();
            held.add(WorkBudget.hold(AT_ONCE * BYTES_AN_ELEMENT));
        }
        if (++elements > MOST_ELEMENTS) {
            throw new IOException("it has more than two million elements.");
        }
    }

    @Override
    public void close() {
        held.forEach(WorkBudget.Hold::close);
        held.clear();
    }
}
