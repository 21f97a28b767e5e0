package app.vineparcel.core.deliver;

import app.vineparcel.core.FileTooLargeException;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/**
 * A folder that files are delivered to. A file is written beside it, in a hidden folder, forced to the disk, and moved: it appears whole or not at
 * all. Files that we did not write are never replaced, and nothing is written outside the folder, not through links either.
 */
public final class Destination implements RenditionSink {

    private final Path root;
    private final Ledger ledger;
    private final PartialFiles parts;

    private Destination(Path root) throws IOException {
        this.root = root;
        this.ledger = Ledger.of(root);
        this.parts = PartialFiles.of(root.resolve(Ledger.FOLDER));
    }

    /**
     * Opens a folder and makes it where it is missing.
     *
     * @throws ProblemException if it cannot be made or is no folder
     */
    public static Destination at(Path folder) throws ProblemException {
        try {
            Files.createDirectories(folder);
            return new Destination(folder.toRealPath());
        } catch (IOException e) {
            throw cannotWrite(folder.toString(), e);
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
    public static Destination existing(Path folder) throws ProblemException {
        if (!Files.isDirectory(folder.resolve(Ledger.FOLDER))) {
            throw gone(folder.toString());
        }
        return at(folder);
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
                requireOurs(entry, target);
                entry.note(sum);
                move(whole, target);
                return true;
            });
            return new Placed(bytes, sum, Files.getLastModifiedTime(target).toMillis());
        } catch (ForeignFile e) {
            throw new ProblemException(new Problem.InTheWay(
                    path,
                    "There is already a file there that Vine Parcel did not write, or that was changed since.",
                    "Move it away, or change the name or folder in the recipe."));
        } catch (IOException e) {
            throw cannotWrite(path, e);
        } finally {
            discard(part);
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
            throw outside(path);
        }
        Path parent = root;
        for (Path level : root.relativize(target.getParent())) {
            parent = parent.resolve(level);
            if (level.toString().isEmpty()) {
                continue;
            }
            if (!Files.isDirectory(parent, LinkOption.NOFOLLOW_LINKS)) {
                if (Files.isSymbolicLink(parent)) {
                    throw outside(path);
                }
                createFolder(parent);
            }
        }
        return target;
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

    private static ProblemException outside(String path) {
        return new ProblemException(new Problem.BadRequest(
                path,
                "This path leads out of the destination.",
                "Name folders below the destination only, without links."));
    }

    /** A file that we did not write stands where one of ours should go. */
    private static final class ForeignFile extends IOException {
        private static final long serialVersionUID = 1L;
    }

    private static boolean requireOurs(Ledger.Entry entry, Path target) throws IOException {
        if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)
                && !(Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS) && entry.wrote(target))) {
            throw new ForeignFile();
        }
        return true;
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
                System.getLogger(Destination.class.getName())
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

    private static ProblemException cannotWrite(String path, IOException e) {
        String said = messages(e);
        if (said.contains("No space left") || said.contains("quota")) {
            return passing(path, "The disk is full.", "Free some space at the destination and render again.", e);
        }
        if (e instanceof AccessDeniedException || said.contains("Read-only") || said.contains("Permission denied")) {
            return passing(
                    path,
                    "There is no permission to write to the destination.",
                    "Give the program permission, or choose another folder.",
                    e);
        }
        if (e instanceof FileAlreadyExistsException || said.contains("Not a directory")) {
            return problem(
                    path,
                    "There is a file where a folder is needed.",
                    "Move the file away or change the folder in the recipe.",
                    e);
        }
        if (e instanceof FileTooLargeException) {
            return problem(path, e.getMessage(), "Make it smaller, choose another format, or raise the limit.", e);
        }
        if (e instanceof java.nio.file.FileSystemException) {
            return passing(
                    path, "The destination cannot be used.", "Check that the folder exists and can be written to.", e);
        }
        String reason = e.getMessage() == null ? "writing it failed." : e.getMessage();
        return problem(path, "The file could not be written: " + reason, "Change the recipe or the destination.", e);
    }

    private static ProblemException problem(String path, String reason, String remedy, IOException cause) {
        return new ProblemException(new Problem.CannotWrite(path, reason, remedy), cause);
    }

    private static ProblemException passing(String path, String reason, String remedy, IOException cause) {
        return new ProblemException(new Problem.CannotWrite(path, reason, remedy, true), cause);
    }

    private static String messages(Throwable e) {
        StringBuilder all = new StringBuilder();
        for (Throwable t = e; t != null; t = t.getCause()) {
            all.append(t.getMessage()).append('\n');
        }
        return all.toString();
    }
}
