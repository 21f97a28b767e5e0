package app.vineparcel.web.plan;

import app.vineparcel.web.runs.MadeFiles;
import app.vineparcel.web.storage.ImportedShelf;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/**
 * Says whether an assignment's plan is still what it was made from. The database keeps with every row which transaction wrote it;
 * their number and sum per table say whether any was added, changed or taken out, so that nobody who changes a row can forget to say so.
 */
@Component
class PlanRevisions {

    private static final String ROWS =
            "select concat(count(*), ':', coalesce(sum(cast(cast(%s.xmin as text) as bigint)), 0)) from %s";
    private static final String QUERY = "select"
            + words(
                    "''",
                    part("s", "source s where s.assignment_id = :id"),
                    part("p", "piece p where p.assignment_id = :id"),
                    part(
                            "f",
                            "piece_facts f join piece p on p.id = f.piece_id where p.assignment_id = :id and f.attempts = 0"),
                    part("x", "piece_crop x join piece p on p.id = x.piece_id where p.assignment_id = :id"))
            + ","
            + words("(select name from assignment where id = :id)", part("m", "mark m"))
            + ","
            + words(
                    "''",
                    part("c", "cell_choice c join piece p on p.id = c.piece_id where p.assignment_id = :id"),
                    part("a", "accepted_finding a where a.assignment_id = :id"),
                    part("r", "recipe r"),
                    part("h", "channel h"),
                    part("u", "channel_recipe u"),
                    part("o", "page_order o where o.assignment_id = :id"),
                    part("n", "run n where n.assignment_id = :id"),
                    part("d", "hidden_channel d where d.assignment_id = :id"));

    private final EntityManager database;
    private final ImportedShelf shelf;
    private final MadeFiles made;
    private final Clock clock;

    PlanRevisions(EntityManager database, ImportedShelf shelf, MadeFiles made, Clock clock) {
        this.made = made;
        this.database = database;
        this.shelf = shelf;
        this.clock = clock;
    }

    private static String part(String name, String from) {
        return ", (" + ROWS.formatted(name, from) + ")";
    }

    private static String words(String first, String... parts) {
        return " concat_ws('|', " + first + String.join("", parts) + ")";
    }

    /** As it is now, within a transaction with all that the transaction changed. */
    PlanRevision of(long assignmentId) {
        Object[] words = (Object[]) database.createNativeQuery(QUERY)
                .setParameter("id", assignmentId)
                .getSingleResult();
        return new PlanRevision(
                String.valueOf(words[0]),
                words[1] + "|" + LocalDate.now(clock) + "|" + shelf.stamp(),
                words[2] + "|" + made.word(assignmentId));
    }
}
