package app.vineparcel.core.plan;

/** How far a cell of the plan has come. */
public enum CellState {
    /** It failed when it was last tried. */
    FAILED("failed"),
    /** It was made, and something of it has changed since. */
    CHANGED("changed"),
    /** It is expected and was never made. */
    PLANNED("planned"),
    /** It was made as it now is. */
    DONE("done"),
    /** It is not wanted. */
    LEFT_OUT("left out");

    private final String word;

    CellState(String word) {
        this.word = word;
    }

    /** As people are told. */
    public String word() {
        return word;
    }

    /** As names of files, addresses and classes have it. */
    public String key() {
        return word.replace(' ', '-');
    }
}
