package app.vineparcel.core.source;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.batik.util.HaltingThread;
import org.jspecify.annotations.Nullable;

/**
 * Work on a file that may come from anyone, on a thread of its own: with a {@link WorkBudget} that the drawing library
 * asks for too, and left to itself where it does not end in time, so that whoever waits for it always goes on.
 */
@SuppressWarnings("try") // a budget counts by being open
public final class ForeignWork {

    /** What work that has used up its time is given to notice it, at most; never more than that time again. */
    private static final Duration MOST_GRACE = Duration.ofSeconds(10);

    private static final AtomicInteger ABANDONED = new AtomicInteger();

    private ForeignWork() {}

    /** What is done. */
    @FunctionalInterface
    public interface Task<T> {
        T done() throws IOException, ProblemException;
    }

    /**
     * Does it and waits. Work within such work stays on its thread and has the tighter of both limits.
     *
     * @throws WorkBudget.Exceeded if it uses up its time or its memory
     */
    public static <T> T within(WorkBudget.Pool pool, Duration limit, Task<T> task)
            throws IOException, ProblemException {
        if (Thread.currentThread() instanceof Worker) {
            try (WorkBudget ignored = pool.begin(limit)) {
                return task.done();
            }
        }
        Worker<T> worker = new Worker<>(pool, limit, task);
        worker.start();
        return worker.outcome();
    }

    /** How much work has been left to itself and still goes on. */
    public static int abandoned() {
        return ABANDONED.get();
    }

    private static final class Worker<T> extends HaltingThread {

        private final WorkBudget.Pool pool;
        private final Duration limit;
        private final Task<T> task;
        private final @Nullable WorkBudget outer = WorkBudget.here();
        private @Nullable T result;
        private @Nullable Throwable failure;
        private boolean ended;
        private boolean abandoned;

        Worker(WorkBudget.Pool pool, Duration limit, Task<T> task) {
            super("foreign file, asked for by " + Thread.currentThread().getName());
            this.pool = pool;
            this.limit = limit;
            this.task = task;
            setDaemon(true);
        }

        @Override
        public void run() {
            try (WorkBudget ignored = pool.begin(limit, outer)) {
                end(task.done(), null);
            } catch (Throwable e) { // it belongs to whoever waits
                end(null, e);
            }
        }

        /** The drawing library asks this before each element, tile and row. */
        @Override
        public boolean isHalted() {
            WorkBudget.check();
            return false;
        }

        private synchronized void end(@Nullable T value, @Nullable Throwable thrown) {
            result = value;
            failure = thrown;
            ended = true;
            if (abandoned) {
                ABANDONED.decrementAndGet();
            }
            notifyAll();
        }

        synchronized T outcome() throws IOException, ProblemException {
            long last = System.nanoTime()
                    + limit.plus(limit.compareTo(MOST_GRACE) < 0 ? limit : MOST_GRACE)
                            .toNanos();
            boolean interrupted = false;
            while (!ended && last - System.nanoTime() > 0) {
                try {
                    wait(Math.max(1, TimeUnit.NANOSECONDS.toMillis(last - System.nanoTime())));
                } catch (InterruptedException e) {
                    interrupted = true;
                    last = Math.min(last, System.nanoTime()); // whoever asked wants to end
                }
            }
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
            if (!ended) {
                abandoned = true;
                ABANDONED.incrementAndGet();
                setPriority(MIN_PRIORITY);
                throw interrupted ? WorkBudget.Exceeded.ended() : WorkBudget.Exceeded.abandoned(limit);
            }
            return value();
        }

        @SuppressWarnings("NullAway") // a task without a failure has a result
        private T value() throws IOException, ProblemException {
            if (failure instanceof IOException e) {
                throw e;
            } else if (failure instanceof ProblemException e) {
                throw e;
            } else if (failure instanceof RuntimeException e) {
                throw e;
            } else if (failure instanceof Error e) {
                throw e;
            }
            return result;
        }
    }
}
