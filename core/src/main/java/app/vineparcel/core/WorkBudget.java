package app.vineparcel.core;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;

/**
 * What one piece of work on a foreign file may use: time, and bytes of the memory that all open work shares.
 *
 * <p>It belongs to the thread that began it until it is closed, so that code below a library, which leaves no room for an argument of ours, finds
 * it too. Work within work has the tighter of both times. Every loop that a file can drive calls {@link #check()}; decoded and drawn pictures are
 * {@link #hold held} before memory is taken for them.
 */
public final class WorkBudget implements AutoCloseable {

    private static final ThreadLocal<@Nullable WorkBudget> HERE = new ThreadLocal<>();

    private final Pool pool;
    private final Duration limit;
    private final @Nullable WorkBudget outer;
    private long end;
    private long held;

    private WorkBudget(Pool pool, Duration limit, @Nullable WorkBudget outer) {
        this.pool = pool;
        this.limit = limit;
        this.outer = outer;
        this.end = pool.nanoTime.getAsLong() + limit.toNanos();
    }

    /**
     * The work has used up its time, or asks for more memory than there is. An error and no exception: what forgives a damaged part on the way must
     * not forgive this.
     */
    public static final class Exceeded extends Error {
        private static final long serialVersionUID = 1L;

        private final boolean time;
        private final boolean abandoned;

        private Exceeded(boolean time, boolean abandoned, String message) {
            super(message, null, false, true);
            this.time = time;
            this.abandoned = abandoned;
        }

        /** Work that has used up its time and does not notice. */
        public static Exceeded abandoned(Duration limit) {
            return ofTime(limit, true);
        }

        private static Exceeded ofTime(Duration limit, boolean abandoned) {
            return new Exceeded(
                    true,
                    abandoned,
                    "It takes longer than %s to read or draw; it may be damaged, or built to be slow."
                            .formatted(
                                    limit.toSeconds() == 1 ? "a second" : "%,d seconds".formatted(limit.toSeconds())));
        }

        /** Work that would use up any time and any memory. */
        public static Exceeded ofNature(String reason) {
            return new Exceeded(true, false, reason);
        }

        /** Work that whoever asked for it no longer waits for. */
        public static Exceeded ended() {
            return new Exceeded(true, true, "It was stopped before it finished.");
        }

        /** Whether it goes on by itself, and may still use what it was given. */
        public boolean isAbandoned() {
            return abandoned;
        }

        /** Whether time ran out, not memory. */
        public boolean isOfTime() {
            return time;
        }
    }

    /** The memory that all open work shares, and the clock by which it is timed. */
    public static final class Pool {

        private final long bytes;
        private final LongSupplier nanoTime;
        private final Deque<WorkBudget> open = new ArrayDeque<>();

        /**
         * A pool.
         *
         * @param bytes how many all open work together may take
         * @param nanoTime a clock that only goes forward, in nanoseconds
         */
        public Pool(long bytes, LongSupplier nanoTime) {
            this.bytes = bytes;
            this.nanoTime = nanoTime;
        }

        /** Begins work on this thread; to be closed by it. */
        public WorkBudget begin(Duration limit) {
            return begin(limit, HERE.get());
        }

        /** Begins a part of other work, whose own thread waits for it. */
        public WorkBudget begin(Duration limit, @Nullable WorkBudget outer) {
            WorkBudget begun = new WorkBudget(this, limit, outer);
            if (outer == null) {
                synchronized (this) {
                    open.addLast(begun);
                }
            }
            HERE.set(begun);
            return begun;
        }

        /** Bytes that open work holds now. */
        public synchronized long held() {
            return open.stream().mapToLong(work -> work.held).sum();
        }

        /** Waits for room; the oldest work is never kept waiting, so that two that wait for each other both end. */
        private synchronized void take(WorkBudget work, long more) {
            if (more > bytes) {
                throw new Exceeded(
                        false,
                        false,
                        "It needs %,d MB at once, and only %,d MB are available."
                                .formatted(more / 1_000_000, bytes / 1_000_000));
            }
            long began = nanoTime.getAsLong();
            while (held() + more > bytes && open.peekFirst() != work) {
                if (nanoTime.getAsLong() - began > TimeUnit.MINUTES.toNanos(10)) {
                    throw new Exceeded(false, false, "Other work has used the memory it needs for ten minutes.");
                }
                try {
                    wait(1_000);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    throw new Exceeded(false, false, "It was stopped while waiting for memory.");
                }
            }
            work.held += more;
            work.end += nanoTime.getAsLong() - began;
        }

        private synchronized void free(WorkBudget work, long less) {
            work.held = Math.max(0, work.held - less);
            notifyAll();
        }

        private synchronized void end(WorkBudget work) {
            for (Iterator<WorkBudget> all = open.iterator(); all.hasNext(); ) {
                if (all.next() == work) {
                    all.remove();
                }
            }
            notifyAll();
        }
    }

    /**
     * Ends work that has used up its time; does nothing on a thread that has no budget.
     *
     * @throws Exceeded if the time is over
     */
    public static void check() {
        WorkBudget here = HERE.get();
        if (here != null) {
            here.checkTime();
        }
    }

    /**
     * The same on a thread that helps the one whose work it is.
     *
     * @throws Exceeded if the time is over
     */
    public void checkTime() {
        if (pool.nanoTime.getAsLong() - end > 0) {
            throw Exceeded.ofTime(limit, false);
        }
        if (outer != null) {
            outer.checkTime();
        }
    }

    /**
     * Takes memory, before it is used. Waits while other work holds it. On a thread that has no budget nothing is counted.
     *
     * @throws Exceeded if it is more than there is, or does not come free
     */
    public static Hold hold(long bytes) {
        WorkBudget here = HERE.get();
        if (here == null) {
            return new Hold(null, 0);
        }
        WorkBudget outermost = here.outermost();
        outermost.pool.take(outermost, bytes);
        return new Hold(outermost, bytes);
    }

    /** Memory that is in use until this is closed, or the outermost work is that it was taken in. */
    public static final class Hold implements AutoCloseable {

        private final @Nullable WorkBudget work;
        private long bytes;

        private Hold(@Nullable WorkBudget work, long bytes) {
            this.work = work;
            this.bytes = bytes;
        }

        @Override
        public void close() {
            if (work != null) {
                work.pool.free(work, bytes);
            }
            bytes = 0;
        }
    }

    /** The work that this thread is doing; to be handed to {@link Pool#begin(Duration, WorkBudget)} on a thread that does a part of it. */
    public static @Nullable WorkBudget here() {
        return HERE.get();
    }

    private WorkBudget outermost() {
        WorkBudget work = this;
        while (work.outer != null) {
            work = work.outer;
        }
        return work;
    }

    @Override
    public void close() {
        if (outer == null) {
            HERE.remove();
            pool.end(this);
        } else {
            HERE.set(outer);
        }
    }
}
