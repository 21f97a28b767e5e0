package app.vineparcel.web.sources;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/**
 * By what one sees without reading it that a file is another one.
 *
 * @param bytes how long it is
 * @param modified when it was written last, to the microsecond as the database keeps it
 */
public record FileStamp(long bytes, Instant modified) {

    /** Of a file; empty if it is not there. */
    public static Optional<FileStamp> of(Path file) {
        try {
            BasicFileAttributes found = Files.readAttributes(file, BasicFileAttributes.class);
            return Optional.of(new FileStamp(
                    found.size(), found.lastModifiedTime().toInstant().truncatedTo(ChronoUnit.MICROS)));
        } catch (IOException gone) {
            return Optional.empty();
        }
    }
}
