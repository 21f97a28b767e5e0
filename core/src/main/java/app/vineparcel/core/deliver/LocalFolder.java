package app.vineparcel.core.deliver;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;

/**
 * A folder that files are delivered to. A file is written beside it, in a hidden folder, forced to the disk, and moved: it appears whole or not at
 * all. Files that we did not write are never replaced, and nothing is written outside the folder, not through links either.
 */
public final class LocalFolder implements RenditionSink, Destination {

    private static final int BUFFER = 1 << 16;

    private final Path root;
    private final Ledger ledger;
    private final PartialFiles parts;
    private final Optional<ReplacedFiles> replaced;

    private LocalFolder(Path root, Optional<ReplacedFiles> replaced) throws IOException {
        this.root = root;
        this.replaced = replaced;
        this.ledger = Ledger.of(root);
        this.parts = PartialFiles.of(root.resolve(Ledger.FOLDER));
    }

    /**
     * Opens a folder and makes it where it is missing.
     *
     * @throws ProblemException if it cannot be made or is no folder
     */
    public static LocalFolder at(Path folder) throws ProblemException {
        try {
            Files.createDirectories(folder);
            return new LocalFolder(folder.toRealPath(), Optional.empty());
        } catch (IOException e) {
            throw WriteProblems.of(folder.toString(), e);
        }
    }

    /** The folder itself, with links resolved. */
    public Path root() {
        return root;
    }

    /**
     * Opens a folder that has to be there, since files of ours are in it.
     *
     * @throws ProblemException if it is gone, such as a disk that is not connected, or is no folder
     */
    public static LocalFolder existing(Path folder) throws ProblemException {
        if (!Files.isDirectory(folder.resolve(Ledger.FOLDER))) {
            throw gone(folder.toString());
        }
        return at(folder);
    }

    /** The same folder, which from now on keeps what it replaces and removes. */
    public LocalFolder keepingReplaced() throws ProblemException {
        try {
            return new LocalFolder(root, Optional.of(ReplacedFiles.of(root)));
        } catch (IOException e) {
            throw WriteProblems.of(root.toString(), e);
        }
    }

    @Override
    public Placed place(String path, Content content) throws ProblemException {
        Path part = null;
        try {
            Path target = target(path);
            ledger.turn(path, entry -> requireOurs(entry, target));
            part = parts.next();
            content.writeTo(part);
            force(part);
            String sum = FileContent.sum(part);
            long bytes = Files.size(part);
            Path whole = part;
            ledger.turn(path, entry -> {
                keep(target, requireOurs(entry, target).filter(before -> !before.equals(sum)));
                entry.note(sum);
                move(whole, target);
                return true;
            });
            return new Placed(bytes, sum, Files.getLastModifiedTime(target).toMillis());
        } catch (ForeignFile e) {
            throw DeliveryPath.taken(path);
        } catch (IOException e) {
            throw WriteProblems.of(path, e);
        } finally {
            discard(part);
        }
    }

    @Override
    public Placing place(String path, Outgoing file, Progress progress) throws ProblemException {
        if (holds(path, file.sha256())) {
            return Placing.ALREADY_THERE;
        }
        place(path, part -> copy(file, part, progress));
        return Placing.SENT;
    }

    private static void copy(Outgoing file, Path part, Progress progress) throws IOException {
        MessageDigest digest = FileContent.digest();
        try (InputStream in = Files.newInputStream(file.file());
                OutputStream out = Files.newOutputStream(part)) {
            byte[] buffer = new byte[BUFFER];
            long bytes = 0;
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                out.write(buffer, 0, count);
                digest.update(buffer, 0, count);
                bytes += count;
                if (!progress.at(bytes)) {
                    throw new InterruptedIOException("stopped");
                }
            }
        }
        if (!HexFormat.of().formatHex(digest.digest()).equals(file.sha256())) {
            throw new IOException("it is another one than was rendered.");
        }
    }

    @Override
    public Standing look(String path) throws ProblemException {
        try {
            Path file = inside(path);
            if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
                return Standing.NOTHING;
            }
            return ledger.turn(path, entry -> own(entry, file)).isPresent() ? Standing.OURS : Standing.FOREIGN;
        } catch (IOException e) {
            throw WriteProblems.of(path, e);
        }
    }

    private boolean holds(String path, String sha256) throws ProblemException {
        try {
            Path file = inside(path);
            return ledger.turn(path, entry -> own(entry, file))
                    .filter(sha256::equals)
                    .isPresent();
        } catch (IOException e) {
            throw WriteProblems.of(path, e);
        }
    }

    @Override
    public boolean remove(String path) throws ProblemException {
        try {
            Path file = inside(path);
            return ledger.turn(path, entry -> {
                Optional<String> sum = own(entry, file);
                if (sum.isEmpty()) {
                    return false;
                }
                keep(file, sum);
                Files.delete(file);
                return true;
            });
        } catch (IOException e) {
            throw WriteProblems.of(path, e);
        }
    }

    @Override
    public List<Found> list(String folder, int most) throws ProblemException {
        Path from = folder.isEmpty() ? root : inside(folder);
        if (!Files.isDirectory(from, LinkOption.NOFOLLOW_LINKS)) {
            return List.of();
        }
        try (Stream<Path> files = Files.walk(from)) {
            List<Found> found = new ArrayList<>();
            for (Path file : (Iterable<Path>) files.filter(one -> !one.startsWith(root.resolve(Ledger.FOLDER)))
                    .filter(one -> Files.isRegularFile(one, LinkOption.NOFOLLOW_LINKS))
                    .limit(most)::iterator) {
                found.add(new Found(root.relativize(file).toString(), Files.size(file)));
            }
            found.sort(Comparator.comparing(Found::path));
            return found;
        } catch (IOException | UncheckedIOException e) {
            throw WriteProblems.of(folder, e instanceof IOException io ? io : ((UncheckedIOException) e).getCause());
        }
    }

    @Override
    public OptionalLong tryOut() throws ProblemException {
        try {
            Path probe = parts.next();
            Files.writeString(probe, "probe");
            force(probe);
            Files.delete(probe);
            return OptionalLong.of(Files.getFileStore(root).getUsableSpace());
        } catch (IOException e) {
            throw WriteProblems.of(root.getFileName().toString(), e);
        }
    }

    @Override
    public void close() {
        // nothing is held open
    }

    private void keep(Path standing, Optional<String> sum) throws IOException {
        if (replaced.isPresent() && sum.isPresent()) {
            replaced.get().keep(standing, sum.get());
        }
    }

    private static void move(Path part, Path target) throws IOException {
        try {
            Files.move(part, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException otherDisk) { // a folder of the destination is a disk of its own
            Path beside = target.resolveSibling("." + part.getFileName() + ".part");
            try {
                Files.copy(part, beside, StandardCopyOption.REPLACE_EXISTING);
                force(beside);
                Files.move(beside, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                Files.deleteIfExists(beside);
            }
        }
        force(target.getParent());
    }

    private Path target(String path) throws IOException, ProblemException {
        if (!Files.isDirectory(root)) {
            throw gone(path);
        }
        Path target = root.resolve(path).normalize();
        if (!target.startsWith(root) || target.equals(root) || target.startsWith(root.resolve(Ledger.FOLDER))) {
            throw DeliveryPath.outside(path);
        }
        Path parent = root;
        for (Path level : root.relativize(target.getParent())) {
            parent = parent.resolve(level);
            if (level.toString().isEmpty()) {
                continue;
            }
            if (!Files.isDirectory(parent, LinkOption.NOFOLLOW_LINKS)) {
                if (Files.isSymbolicLink(parent)) {
                    throw DeliveryPath.outside(path);
                }
                createFolder(parent);
            }
        }
        return target;
    }

    /** Where a path is, if it does not lead out through links. */
    private Path inside(String path) throws ProblemException {
        Path at = root;
        for (String step : DeliveryPath.steps(path)) {
            if (Files.isSymbolicLink(at)) {
                throw DeliveryPath.outside(path);
            }
            at = at.resolve(step);
        }
        return at;
    }

    /** Another thread may make the same folder at the same time. */
    private static void createFolder(Path folder) throws IOException {
        try {
            Files.createDirectory(folder);
        } catch (FileAlreadyExistsException e) {
            if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                throw e;
            }
        }
    }

    /** A file that we did not write stands where one of ours should go. */
    private static final class ForeignFile extends IOException {
        private static final long serialVersionUID = 1L;
    }

    /** The sum of what stands there; empty where nothing does. */
    private static Optional<String> requireOurs(Ledger.Entry entry, Path target) throws IOException {
        if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
            return Optional.empty();
        }
        Optional<String> sum = own(entry, target);
        if (sum.isEmpty()) {
            throw new ForeignFile();
        }
        return sum;
    }

    private static Optional<String> own(Ledger.Entry entry, Path target) throws IOException {
        return Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS) ? entry.own(target) : Optional.empty();
    }

    private static void force(Path fileOrFolder) throws IOException {
        try (FileChannel channel = FileChannel.open(fileOrFolder, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    private static void discard(Path temporary) {
        if (temporary != null) {
            try {
                Files.deleteIfExists(temporary);
            } catch (IOException leftBehind) {
                System.getLogger(LocalFolder.class.getName())
                        .log(System.Logger.Level.WARNING, "cannot remove " + temporary, leftBehind);
            }
        }
    }

    private static ProblemException gone(String path) {
        return new ProblemException(new Problem.CannotWrite(
                path,
                "The destination folder is gone.",
                "Reconnect its disk or create the folder again, then render again.",
                true));
    }
}
