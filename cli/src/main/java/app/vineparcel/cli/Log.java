package app.vineparcel.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.logging.FileHandler;
import java.util.logging.Level;
import java.util.logging.LogManager;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;

/** What the program and its libraries note for those who look for a fault: nothing on the terminal, all of it in a file where one is named. */
final class Log {

    /** Kept here, since the platform forgets loggers that nobody holds. */
    private static final Logger ROOT = Logger.getLogger("");

    private Log() {}

    /** Nothing is noted anywhere. */
    static void silence() {
        try {
            LogManager.getLogManager().readConfiguration(InputStream.nullInputStream());
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /**
     * Everything goes to a file, behind what it holds.
     *
     * @throws IOException if it cannot be written
     */
    static void to(Path file) throws IOException {
        FileHandler handler = new FileHandler(file.toString().replace("%", "%%"), true);
        handler.setEncoding("UTF-8");
        handler.setFormatter(new SimpleFormatter());
        ROOT.addHandler(handler);
        ROOT.setLevel(Level.INFO);
        Logger.getLogger("app.vineparcel").setLevel(Level.FINE);
        handler.setLevel(Level.FINE);
    }
}
