package app.vineparcel.web.shell;

import java.time.Duration;

/** Ends the program some seconds after it was asked to, whatever its threads do. */
public final class GracefulShutdown {

    private static final Duration LONGEST = Duration.ofSeconds(9);
    /** As a shell counts what TERM ended. */
    private static final int TERMINATED = 143;

    private GracefulShutdown() {}

    /** From now on. */
    public static void promise() {
        Runtime.getRuntime().addShutdownHook(new Thread(() -> {
            Thread end = new Thread(GracefulShutdown::halt, "timely end");
            end.setDaemon(true);
            end.start();
        }));
    }

    private static void halt() {
        try {
            Thread.sleep(LONGEST.toMillis());
        } catch (InterruptedException e) {
            return;
        }
        Runtime.getRuntime().halt(TERMINATED);
    }
}
