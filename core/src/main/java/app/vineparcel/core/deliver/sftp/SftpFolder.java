package app.vineparcel.core.deliver.sftp;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.DeliveryPath;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.SentFiles;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHPosixRenameExtension;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHStatExtensionInfo;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHStatPathExtension;
import org.jspecify.annotations.Nullable;

/**
 * A folder behind SFTP (version 3 of the protocol, with OpenSSH's extensions where they are offered). A file is sent under another name into a hidden
 * folder, gone on with where that broke off, checked by its sum and renamed.
 */
public final class SftpFolder implements Destination {

    private static final String HIDDEN = ".vine-parcel";
    private static final String PARTS = HIDDEN + "/parts";

    private final SftpAddress address;
    private final SentFiles sent;
    private final SftpConnection connection;
    private final String base;
    private final Set<String> folders = new HashSet<>();

    private SftpFolder(SftpAddress address, SentFiles sent, SftpConnection connection) throws IOException {
        this.address = address;
        this.sent = sent;
        this.connection = connection;
        this.base = connection.files().canonicalPath(address.folder().isEmpty() ? "." : address.folder());
    }

    /**
     * Signs in.
     *
     * @param sent what we put there before
     * @throws ProblemException if it is out of reach, shows another key than the trusted one, or does not let us in
     */
    public static SftpFolder open(SftpAddress address, SentFiles sent) throws ProblemException {
        SftpConnection connection = SftpConnection.open(address);
        try {
            return new SftpFolder(address, sent, connection);
        } catch (IOException e) {
            connection.close();
            throw SftpProblems.of(address, address.folder(), e);
        }
    }

    @Override
    public Standing look(String path) throws ProblemException {
        String at = at(path);
        return connection.ask(path, files -> {
            SftpClient.Attributes found = SftpConnection.attributes(files, at);
            if (found == null) {
                return Standing.NOTHING;
            }
            boolean ours = found.isRegularFile()
                    && sent.knows(path)
                    && sent.knows(path, RemoteSum.of(files, at, found.getSize()));
            return ours ? Standing.OURS : Standing.FOREIGN;
        });
    }

    @Override
    public Placing place(String path, Outgoing file, Progress progress) throws ProblemException {
        String at = at(path);
        Optional<SftpClient.Attributes> before =
                connection.ask(path, files -> Optional.ofNullable(SftpConnection.attributes(files, at)));
        if (before.isPresent() && connection.ask(path, files -> isThere(files, path, at, before.get(), file))) {
            return Placing.ALREADY_THERE;
        }
        String part = base + "/" + PARTS + "/" + file.sha256();
        connection.ask(path, files -> {
            makeFolder(files, base);
            makeFolder(files, base + "/" + HIDDEN);
            makeFolder(files, base + "/" + PARTS);
            SftpUpload.send(files, part, file, progress);
            if (!RemoteSum.of(files, part, file.bytes()).equals(file.sha256())) {
                files.remove(part);
                throw new ProblemException(new Problem.CannotWrite(
                        path,
                        "It did not arrive as it was sent.",
                        "It is sent again; if that happens often, check the connection.",
                        true));
            }
            List<String> steps = DeliveryPath.steps(path);
            String folder = base;
            for (String step : steps.subList(0, steps.size() - 1)) {
                folder += "/" + step;
                makeFolder(files, folder);
            }
            if (!isAsSeen(SftpConnection.attributes(files, at), before)
                    && look(path) == Standing.FOREIGN) { // somebody was quicker
                files.remove(part);
                throw DeliveryPath.taken(path);
            }
            sent.note(path, file.sha256());
            rename(files, part, at);
            return true;
        });
        return Placing.SENT;
    }

    private boolean isThere(SftpClient files, String path, String at, SftpClient.Attributes found, Outgoing file)
            throws IOException, ProblemException {
        if (!found.isRegularFile() || !sent.knows(path)) {
            throw DeliveryPath.taken(path);
        }
        String sum = RemoteSum.of(files, at, found.getSize());
        if (!sent.knows(path, sum)) {
            throw DeliveryPath.taken(path);
        }
        return sum.equals(file.sha256());
    }

    /** Whether what stands there is what stood there before, by all that one sees without reading it. */
    private static boolean isAsSeen(SftpClient.@Nullable Attributes now, Optional<SftpClient.Attributes> before) {
        return now == null
                || before.isPresent()
                        && now.getSize() == before.get().getSize()
                        && Objects.equals(now.getModifyTime(), before.get().getModifyTime());
    }

    /** In one step where the server can; else the old file goes first, which our record still knows. */
    private static void rename(SftpClient files, String from, String to) throws IOException {
        OpenSSHPosixRenameExtension atOnce = files.getExtension(OpenSSHPosixRenameExtension.class);
        if (atOnce != null && atOnce.isSupported()) {
            atOnce.posixRename(from, to);
            return;
        }
        if (SftpConnection.attributes(files, to) != null) {
            files.remove(to);
        }
        files.rename(from, to);
    }

    private void makeFolder(SftpClient files, String folder) throws IOException, ProblemException {
        if (folders.contains(folder)) {
            return;
        }
        SftpClient.Attributes found = SftpConnection.attributes(files, folder);
        if (found == null) {
            try {
                files.mkdir(folder);
            } catch (IOException e) { // another thread may have made it meanwhile
                found = SftpConnection.attributes(files, folder);
                if (found == null) {
                    throw e;
                }
            }
        }
        if (found != null && !found.isDirectory()) {
            throw new ProblemException(new Problem.CannotWrite(
                    folder,
                    "There is a file or a link where a folder is needed.",
                    "Move it away or change the folder in the recipe."));
        }
        folders.add(folder);
    }

    @Override
    public boolean remove(String path) throws ProblemException {
        String at = at(path);
        return look(path) == Standing.OURS
                && connection.ask(path, files -> {
                    files.remove(at);
                    return true;
                });
    }

    @Override
    public List<Found> list(String folder, int most) throws ProblemException {
        String from = folder.isEmpty() ? base : at(folder);
        return connection.ask(folder.isEmpty() ? address.folder() : folder, files -> {
            List<Found> found = new ArrayList<>();
            Deque<String> open = new ArrayDeque<>(List.of(from));
            while (!open.isEmpty() && found.size() < most) {
                String next = open.pop();
                SftpClient.Attributes known = SftpConnection.attributes(files, next);
                if (known == null || !known.isDirectory()) {
                    continue;
                }
                for (SftpClient.DirEntry entry : files.readDir(next)) {
                    String name = entry.getFilename();
                    if (name.equals(".") || name.equals("..") || name.equals(HIDDEN)) {
                        continue;
                    }
                    if (entry.getAttributes().isDirectory()) {
                        open.push(next + "/" + name);
                    } else if (entry.getAttributes().isRegularFile() && found.size() < most) {
                        found.add(new Found(
                                (next + "/" + name).substring(base.length() + 1),
                                entry.getAttributes().getSize()));
                    }
                }
            }
            found.sort(Comparator.comparing(Found::path));
            return found;
        });
    }

    @Override
    public OptionalLong tryOut() throws ProblemException {
        return connection.ask(address.folder(), files -> {
            makeFolder(files, base);
            makeFolder(files, base + "/" + HIDDEN);
            String probe = base + "/" + HIDDEN + "/probe";
            try (SftpClient.CloseableHandle handle = files.open(
                    probe, SftpClient.OpenMode.Write, SftpClient.OpenMode.Create, SftpClient.OpenMode.Truncate)) {
                files.write(handle, 0, new byte[] {'o', 'k'});
            }
            files.remove(probe);
            OpenSSHStatPathExtension room = files.getExtension(OpenSSHStatPathExtension.class);
            if (room == null || !room.isSupported()) {
                return OptionalLong.empty();
            }
            OpenSSHStatExtensionInfo told = room.stat(base);
            return OptionalLong.of(told.f_bavail * told.f_frsize);
        });
    }

    private String at(String path) throws ProblemException {
        return base + "/" + String.join("/", DeliveryPath.steps(path));
    }

    /** Leaves no empty folders of ours behind. */
    @Override
    public void close() {
        try {
            connection.files().rmdir(base + "/" + PARTS);
            connection.files().rmdir(base + "/" + HIDDEN);
        } catch (IOException inUse) {
            // something is still under way there, or the connection is gone
        } finally {
            connection.close();
        }
    }
}
