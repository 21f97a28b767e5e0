package app.vineparcel.web.work;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/** What a clock begins again and again: where the database does not answer, it is left to the next time. */
public final class Regularly {

    private static final Logger LOG = LoggerFactory.getLogger(Regularly.class);

    private Regularly() {}

    /** Does it, as far as the database answers. */
    public static void whereTheDatabaseAnswers(Runnable work) {
        try {
            work.run();
        } catch (DataAccessException | TransactionException away) {
            LOG.warn("the database does not answer: {}", away.getMessage());
        }
    }
}
