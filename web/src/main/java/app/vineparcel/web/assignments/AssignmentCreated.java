package app.vineparcel.web.assignments;

/**
 * Somebody made an assignment; told within the transaction that does so.
 *
 * @param id of the new one
 * @param before of the one whose choices it begins with; 0 for the first
 */
public record AssignmentCreated(long id, long before) {}
