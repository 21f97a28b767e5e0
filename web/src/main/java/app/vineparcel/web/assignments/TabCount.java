package app.vineparcel.web.assignments;

/** A number beside one of an assignment's tabs; each feature gives its own. */
public interface TabCount {

    /** The tab: sources, plan, runs or deliveries. */
    String tab();

    /** How many there are. */
    long count(long assignmentId);
}
