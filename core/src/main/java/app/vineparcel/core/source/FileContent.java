package app.vineparcel.core.source;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;
import java.util.Optional;

/**
 * What a file held when it was looked at.
 *
 * @param bytes its length
 * @param modified when it was written last, to the microsecond, as databases keep it
 * @param sha256 of its content (FIPS 180-4), in lower-case hexadecimal
 */
public record FileContent(long bytes, Instant modified, String sha256) {

    private static final int BUFFER = 1 << 16;

    /** Reads a file once through; empty if it is not there or cannot be read. */
    public static Optional<FileContent> of(Path file) {
        try {
            BasicFileAttributes found = Files.readAttributes(file, BasicFileAttributes.class);
            return Optional.of(new FileContent(found.size(), modified(found), sum(file)));
        } catch (IOException gone) {
            return Optional.empty();
        }
    }

    /** Whether a file still holds it. A file of the same length and time is not read again. */
    public boolean isStillIn(Path file) {
        try {
            BasicFileAttributes found = Files.readAttributes(file, BasicFileAttributes.class);
            return found.size() == bytes
                    && (modified(found).equals(modified) || sum(file).equals(sha256));
        } catch (IOException gone) {
            return false;
        }
    }

    private static Instant modified(BasicFileAttributes found) {
        return found.lastModifiedTime().toInstant().truncatedTo(ChronoUnit.MICROS);
    }

    /** The SHA-256 sum of a file, in lower-case hexadecimal. */
    public static String sum(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest digest = digest();
            byte[] buffer = new byte[BUFFER];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
            }
            return HexFormat.of().formatHex(digest.digest());
        }
    }

    /** The SHA-256 sum of some bytes, in lower-case hexadecimal. */
    public static String sum(byte[] content) {
        return HexFormat.of().formatHex(digest().digest(content));
    }

    /** A fresh SHA-256. */
    public static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
