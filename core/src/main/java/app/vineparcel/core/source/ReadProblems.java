package app.vineparcel.core.source;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.SourceFormat;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/** Why a file could not be read, and what to do about it. */
public final class ReadProblems {

    private ReadProblems() {}

    /** Work on a file that used up what it may use, in words about it. */
    public static ProblemException exceeded(String name, WorkBudget.Exceeded e) {
        return new ProblemException(
                new Problem.OverBudget(
                        name,
                        String.valueOf(e.getMessage()),
                        e.isOfTime()
                                ? "Export it again in a simpler form, or raise the time limit in the settings."
                                : "Render fewer sources at once, or give the program more memory."),
                e);
    }

    /** What a name says that the content does not; nothing for a name without ending. */
    static String claimed(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0
                ? ", whatever its ending “%s” says"
                        .formatted(name.substring(dot).toLowerCase(Locale.ROOT))
                : "";
    }

    /** A file that broke the reading of it, in words about what is the matter with it. */
    static ProblemException unreadable(Path file, String name, IOException e) {
        if (!Files.isReadable(file)) {
            boolean there = Files.exists(file);
            return new ProblemException(
                    new Problem.Vanished(
                            name,
                            there ? "The file may not be read." : "The file is missing.",
                            there ? "Give the program permission to read it." : "Put it back or import it again."),
                    e);
        }
        if (e instanceof NotRead unread) {
            return new ProblemException(
                    new Problem.Unsupported(name, sentence(unread.getMessage()), unread.remedy()), e);
        }
        String reason = e.getMessage() == null ? "its data is damaged." : e.getMessage();
        return new ProblemException(
                new Problem.Unreadable(name, "The file cannot be read: " + reason, remedy(file)), e);
    }

    private static String sentence(String reason) {
        return Character.toUpperCase(reason.charAt(0)) + reason.substring(1);
    }

    /** Pictures come from cameras and cards, drawings from a program. */
    private static String remedy(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            boolean drawn = SourceFormat.of(in.readNBytes(SourceFormat.SIGNATURE_LENGTH))
                    .filter(format -> format.isVector() || format == SourceFormat.OPENRASTER)
                    .isPresent();
            return drawn ? "Export it again from the program that made it." : "Copy it again from the original.";
        } catch (IOException e) {
            return "Copy it again from the original.";
        }
    }
}
