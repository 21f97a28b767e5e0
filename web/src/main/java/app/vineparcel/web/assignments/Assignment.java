package app.vineparcel.web.assignments;

import java.time.Instant;

/**
 * One body of work.
 *
 * @param usedAt when somebody last worked in it
 * @param isWatched whether what is new in its folders is imported automatically
 * @param rendersChanges whether what changes in its folders is rendered automatically
 * @param isArchived whether it was put away
 */
public record Assignment(
        long id,
        String name,
        Instant createdAt,
        Instant usedAt,
        boolean isWatched,
        boolean rendersChanges,
        boolean isArchived) {}
