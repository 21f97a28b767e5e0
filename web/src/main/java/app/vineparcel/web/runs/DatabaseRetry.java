package app.vineparcel.web.runs;

import java.time.Duration;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.transaction.CannotCreateTransactionException;

/** Waits for a database that is away for a while, such as while it is started anew; what was made is written down when it is back. */
final class DatabaseRetry {

    private static final Logger LOG = LoggerFactory.getLogger(DatabaseRetry.class);

    private static final Duration LONGEST = Duration.ofHours(1);

    private DatabaseRetry() {}

    /** Tries until it goes well, for an hour at most, or until whoever waits is ending. */
    static <T> T with(BooleanSupplier ending, Supplier<T> work) {
        long last = System.nanoTime() + LONGEST.toNanos();
        for (int tries = 1; ; tries++) {
            try {
                return work.get();
            } catch (TransientDataAccessException
                    | RecoverableDataAccessException
                    | DataAccessResourceFailureException
                    | UncategorizedSQLException
                    | CannotCreateTransactionException away) {
                if (ending.getAsBoolean()
                        || System.nanoTime() - last > 0
                        || Thread.currentThread().isInterrupted()) {
                    throw away;
                }
                if (tries == 1) {
                    LOG.warn("the database does not answer, waiting for it: {}", away.getMessage());
                }
                pause();
            }
        }
    }

    private static void pause() {
        try {
            TimeUnit.SECONDS.sleep(1);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
