package app.vineparcel.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.logging.FileHandler;
import java.util.logging.Level;
import java.util.logging.LogManager;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;

/** What the program and its libraries note for those who look for a fault: nothing on the terminal, all of it in a file where one is named. */
final class Log {

    /** Kept here, since the platform forgets loggers that nobody holds, and their levels with them. */
    private static final List<Logger> HELD = new ArrayList<>();

    private Log() {}

    /** Nothing is noted anywhere. The platform's log is not begun for that: it takes longer than a small picture. */
    static void silence() {
        System.setProperty("java.util.logging.config.class", Silence.class.getName());
    }

    /** How the platform's log begins, if anyone asks for it. */
    public static final class Silence {

        /** Made by the platform. */
        public Silence() throws IOException {
            LogManager.getLogManager().readConfiguration(InputStream.nullInputStream());
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
        Logger root = Logger.getLogger("");
        root.addHandler(handler);
        root.setLevel(Level.INFO);
        Logger own = Logger.getLogger("app.vineparcel");
        own.setLevel(Level.FINE);
        HELD.addAll(List.of(root, own));
        handler.setLevel(Level.FINE);
    }
}
