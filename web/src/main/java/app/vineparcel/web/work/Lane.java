package app.vineparcel.web.work;

/** Work of one kind of hurry; each has threads of its own, so that a long queue in one keeps nobody waiting in another. */
public enum Lane {
    /** Reading and measuring sources. */
    READING("task_reading"),
    /** Small work that somebody waits for. */
    QUICK("task_quick"),
    /** All else; it lets the others go first. */
    BULK("task_bulk"),
    /** Sending over networks, which waits more than it works. */
    SENDING("task_sending");

    private final String table;

    Lane(String table) {
        this.table = table;
    }

    /** Whether somebody may be waiting for it, so that larger work lets it go first. */
    boolean isUrgent() {
        return this == READING || this == QUICK;
    }

    String table() {
        return table;
    }
}
