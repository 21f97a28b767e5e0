package app.vineparcel.core.deliver;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Remembers in a hidden folder of a destination which files were written there by us, with their sums, so that a later run may replace
 * its own files and nobody else's. One line a file: sum, tab, path; the last line about a path counts.
 */
final class Ledger {

    /** The hidden folder, relative to a destination. */
    static final String FOLDER = ".vine-parcel";

    private static final String FILE = "written.tsv";

    private final Path file;
    private final Map<String, String> sums = new ConcurrentHashMap<>();

    private Ledger(Path file) {
        this.file = file;
    }

    static Ledger of(Path root) throws IOException {
        Ledger ledger = new Ledger(root.resolve(FOLDER).resolve(FILE));
        if (Files.isRegularFile(ledger.file)) {
            for (String line : Files.readAllLines(ledger.file, StandardCharsets.UTF_8)) {
                int tab = line.indexOf('\t');
                if (tab == 64) {
                    ledger.sums.put(line.substring(tab + 1), line.substring(0, tab));
                }
            }
        }
        return ledger;
    }

    /** Whether the file that stands there is, byte for byte, one of ours. */
    boolean wrote(String path, Path standing) throws IOException {
        String sum = sums.get(path);
        return sum != null && sum.equals(sha256(standing));
    }

    synchronized void record(String path, String sha256) throws IOException {
        if (sha256.equals(sums.put(path, sha256))) {
            return;
        }
        Files.createDirectories(file.getParent());
        Files.writeString(
                file,
                sha256 + "\t" + path + "\n",
                StandardOpenOption.CREATE,
                StandardOpenOption.APPEND,
                StandardOpenOption.WRITE);
    }

    /** The SHA-256 sum of a file, in lower-case hexadecimal. */
    static String sha256(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
