package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A file format that recipes can name: what can be chosen about it, and what becomes of the choice. */
public interface FormatKind {

    /** As in a recipe's {@code format.type}. */
    String type();

    /** As people write it. */
    default String title() {
        return type().toUpperCase(Locale.ROOT);
    }

    /** The file name's ending, without the dot. */
    default String ending() {
        return type();
    }

    /** As in HTTP's {@code Content-Type}. */
    String mediaType();

    /** What can be chosen, in the order in which a recipe file has it. */
    List<FormatOption> options();

    /** The format with these options, a value for each of {@link #options} that applies. */
    OutputFormat with(OptionValues chosen);

    /** What this machine lacks for writing it, with the remedy; empty where it lacks nothing. */
    default Optional<String> missing() {
        return Optional.empty();
    }

    /** By what it is written here; another word where that writes other bytes. */
    default String encoder() {
        return "own";
    }

    /** What of this machine reads or writes it, told to people; empty where the program itself does. */
    default Optional<String> equipment() {
        return Optional.empty();
    }

    /**
     * The pixels of a file of this kind; empty where it holds shapes or nothing here decodes it.
     *
     * @throws IOException with a reason in words if the file is damaged
     */
    Optional<Decoded> readBack(Path file) throws IOException;
}
