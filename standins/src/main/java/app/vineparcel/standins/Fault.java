package app.vineparcel.standins;

import java.io.IOException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;

/** What a simulated place does wrong for a while, to see how those that send to it bear it. */
public final class Fault {

    private static final long NEVER = Long.MAX_VALUE;

    private final AtomicLong cutAfter = new AtomicLong(NEVER);
    private volatile boolean full;
    private volatile long pauseMillis;

    /** Ends the connection once, after so many more bytes of files. */
    public void cutAfter(long bytes) {
        cutAfter.set(bytes);
    }

    /** Whether it says that it has no room. */
    public void full(boolean now) {
        full = now;
    }

    /** How long it thinks about each stretch of a file, ms. */
    public void pause(long millis) {
        pauseMillis = millis;
    }

    /** It does everything right again. */
    public void none() {
        cutAfter.set(NEVER);
        full = false;
        pauseMillis = 0;
    }

    boolean isFull() {
        return full;
    }

    /** Thrown where the connection has to end. */
    static final class Cut extends IOException {
        private static final long serialVersionUID = 1L;
    }

    /** Some bytes of a file have come. */
    void came(int bytes) throws Cut {
        if (pauseMillis > 0) {
            try {
                TimeUnit.MILLISECONDS.sleep(pauseMillis);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        if (cutAfter.get() != NEVER && cutAfter.addAndGet(-bytes) < 0) {
            cutAfter.set(NEVER);
            throw new Cut();
        }
    }
}
