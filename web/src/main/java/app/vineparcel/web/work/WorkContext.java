package app.vineparcel.web.work;

/** Where a job is performed: by whom, beside what. */
public interface WorkContext {

    /** How many threads this piece of work may use itself. */
    int threads();

    /** Whether the process is about to end; what is begun is then given back. */
    boolean isEnding();

    /** Waits a little where more urgent work goes on. */
    void giveWay();

    /** Says what is being done, in a few words. */
    void say(String what);

    /** Counts a file that was made. */
    void madeFile();
}
