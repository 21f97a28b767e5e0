package app.vineparcel.core.deliver;

import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Remembers in a hidden folder of a destination which files were written there by us, with their sums, so that a later run may replace its own files
 * and nobody else's.
 *
 * <p>It is many small files, each for the paths of one hash, so that looking a path up reads little. A line says sum, tab, path. A sum is written and
 * forced to the disk <em>before</em> the file is moved to its place: a file whose sum is noted for its path is ours, whenever the program or the
 * machine ended. Whoever looks and writes holds the lock of that small file, against other threads and other processes.
 */
final class Ledger {

    /** The hidden folder, relative to a destination. */
    static final String FOLDER = ".vine-parcel";

    private static final String FORMER = "written.tsv";
    private static final int SUM = 64;
    /** Lines for one path that are kept: the file in its place, and the one that was about to replace it. */
    private static final int KEPT = 2;

    private static final long LARGE = 64 * 1024;
    private static final Map<Path, Object> GATES = new ConcurrentHashMap<>();

    private final Path folder;

    private Ledger(Path folder) {
        this.folder = folder;
    }

    /** The ledger of a destination; one that a former version wrote is taken over. */
    static Ledger of(Path root) throws IOException {
        Path hidden = root.resolve(FOLDER);
        Ledger ledger = new Ledger(hidden.resolve("written"));
        if (Files.isRegularFile(hidden.resolve(FORMER), LinkOption.NOFOLLOW_LINKS)) {
            ledger.takeOver(hidden.resolve(FORMER));
        }
        return ledger;
    }

    /** The ledger in a folder of its own. */
    static Ledger in(Path folder) {
        return new Ledger(folder);
    }

    /** What is done while nobody else writes to paths of the same small file. */
    @FunctionalInterface
    interface Turn<T> {
        T done(Entry entry) throws IOException;
    }

    /** What is known of one path, while its turn lasts. */
    static final class Entry {

        private final String path;
        private final FileChannel file;
        private final List<String> sums;

        private Entry(String path, FileChannel file, List<String> sums) {
            this.path = path;
            this.file = file;
            this.sums = sums;
        }

        /** The sum of the file that stands in its place, if that is, byte for byte, one of ours. */
        Optional<String> own(Path standing) throws IOException {
            return isKnown() ? Optional.of(FileContent.sum(standing)).filter(this::knows) : Optional.empty();
        }

        /** Whether a file of this sum is one of ours. */
        boolean knows(String sha256) {
            return sums.contains(sha256);
        }

        /** Whether anything of ours was ever put there. */
        boolean isKnown() {
            return !sums.isEmpty();
        }

        /** Notes that a file of this sum is about to be put there; it is on the disk when this returns. */
        void note(String sha256) throws IOException {
            if (sums.isEmpty() || !sums.get(sums.size() - 1).equals(sha256)) {
                file.position(file.size());
                write(file, line(sha256, path));
                file.force(false);
            }
        }
    }

    /**
     * Lets nobody else write to a path meanwhile.
     *
     * @param path relative to the destination
     */
    <T> T turn(String path, Turn<T> turn) throws IOException {
        Files.createDirectories(folder);
        Path part = folder.resolve(
                Integer.toHexString(0x100 | path.hashCode() & 0xff).substring(1) + ".tsv");
        synchronized (GATES.computeIfAbsent(part, key -> new Object())) { // a lock is of the process, not of the thread
            try (RandomAccessFile open = new RandomAccessFile(part.toFile(), "rw");
                    FileLock lock = open.getChannel().lock()) {
                Map<String, List<String>> known = read(open.getChannel());
                if (lock.isValid() && open.length() > LARGE) {
                    compact(open.getChannel(), known);
                }
                return turn.done(new Entry(path, open.getChannel(), known.getOrDefault(path, List.of())));
            }
        }
    }

    private static Map<String, List<String>> read(FileChannel file) throws IOException {
        ByteBuffer content = ByteBuffer.allocate((int) file.size());
        while (content.hasRemaining() && file.read(content, content.position()) >= 0) {
            // until all of it is there
        }
        Map<String, List<String>> known = new LinkedHashMap<>();
        new String(content.array(), 0, content.position(), StandardCharsets.UTF_8)
                .lines()
                .forEach(line -> add(line, known));
        return known;
    }

    /** A line that was cut short by the end of the machine says nothing. */
    private static void add(String line, Map<String, List<String>> known) {
        int tab = line.indexOf('\t');
        if (tab == SUM) {
            List<String> sums = known.computeIfAbsent(line.substring(tab + 1), path -> new ArrayList<>());
            String sum = line.substring(0, tab);
            sums.remove(sum);
            sums.add(sum);
            if (sums.size() > KEPT) {
                sums.remove(0);
            }
        }
    }

    /** Written anew only where that saves half of it. At any moment the file holds every line that counts: first at its end, then at its start. */
    private static void compact(FileChannel file, Map<String, List<String>> known) throws IOException {
        StringBuilder all = new StringBuilder();
        known.forEach((path, sums) -> sums.forEach(sum -> all.append(line(sum, path))));
        long bytes = all.toString().getBytes(StandardCharsets.UTF_8).length;
        if (bytes > file.size() / 2) {
            return;
        }
        file.position(file.size());
        write(file, "\n" + all);
        file.force(false);
        file.position(0);
        write(file, all.toString());
        file.force(false);
        file.truncate(bytes);
        file.force(false);
    }

    private static void write(FileChannel file, String text) throws IOException {
        ByteBuffer bytes = ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8));
        while (bytes.hasRemaining()) {
            file.write(bytes);
        }
    }

    private static String line(String sum, String path) {
        return sum + "\t" + path + "\n";
    }

    /** May be cut short anywhere and done again: every line is written before the former file is set aside. */
    private void takeOver(Path former) throws IOException {
        Map<String, List<String>> known = new HashMap<>();
        Files.readAllLines(former, StandardCharsets.UTF_8).forEach(line -> add(line, known));
        for (Map.Entry<String, List<String>> one : known.entrySet()) {
            turn(one.getKey(), entry -> {
                for (String sum : one.getValue()) {
                    entry.note(sum);
                }
                return true;
            });
        }
        Files.move(
                former,
                former.resolveSibling(FORMER + ".former"),
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
    }
}
