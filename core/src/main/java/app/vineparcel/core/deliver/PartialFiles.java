package app.vineparcel.core.deliver;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;

/**
 * Where files of a destination lie while they are written. Every process has a folder of its own there and holds a lock for as long as it lives;
 * what a process left behind that was ended is cleared away by the next that comes.
 */
final class PartialFiles {

    private static final String FOLDER = "parts";
    private static final String LOCK = ".lock";
    private static final Map<Path, PartialFiles> OPEN = new ConcurrentHashMap<>();

    private final Path own;
    private final Path lockFile;
    /** Kept open, since that is what holds the lock. */
    private final FileChannel held;

    private final AtomicLong serial = new AtomicLong();

    private PartialFiles(Path all) throws IOException {
        Files.createDirectories(all);
        own = Files.createTempDirectory(all, "");
        String token = own.getFileName().toString();
        lockFile = all.resolve(token + LOCK);
        // locked before it has its name, so that nobody who looks for what was left behind finds it unlocked
        Path unnamed = all.resolve(token + ".new");
        held = FileChannel.open(unnamed, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        held.lock();
        Files.move(unnamed, lockFile, StandardCopyOption.ATOMIC_MOVE);
    }

    /** Those of this process in a hidden folder. */
    static PartialFiles of(Path hidden) throws IOException {
        Path all = hidden.resolve(FOLDER);
        synchronized (OPEN) {
            PartialFiles known = OPEN.get(all);
            if (known != null && Files.isDirectory(known.own) && Files.isRegularFile(known.lockFile)) {
                clear(all, known.lockFile);
                return known;
            }
            if (known != null) { // the destination was taken away meanwhile
                known.held.close();
            }
            PartialFiles parts = new PartialFiles(all);
            OPEN.put(all, parts);
            clear(all, parts.lockFile);
            return parts;
        }
    }

    /** A place for one more file. */
    Path next() {
        return own.resolve(Long.toString(serial.incrementAndGet()));
    }

    private static void clear(Path all, Path mine) throws IOException {
        List<Path> locks;
        try (Stream<Path> files = Files.list(all)) {
            locks = files.filter(file -> file.toString().endsWith(LOCK) && !file.equals(mine))
                    .toList();
        }
        for (Path lock : locks) {
            try (FileChannel channel = FileChannel.open(lock, StandardOpenOption.WRITE);
                    FileLock free = channel.tryLock()) {
                if (free != null) {
                    String name = lock.getFileName().toString();
                    delete(all.resolve(name.substring(0, name.length() - LOCK.length())));
                    Files.deleteIfExists(lock);
                }
            } catch (OverlappingFileLockException | NoSuchFileException living) {
                // of this process, or another cleared it away first
            }
        }
    }

    private static void delete(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        Files.walkFileTree(folder, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes found) throws IOException {
                Files.deleteIfExists(file);
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult postVisitDirectory(Path visited, IOException none) throws IOException {
                Files.deleteIfExists(visited);
                return FileVisitResult.CONTINUE;
            }
        });
    }
}
