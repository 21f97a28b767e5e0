package app.vineparcel.standins;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyPair;
import java.security.MessageDigest;
import java.util.List;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.common.util.buffer.ByteArrayBuffer;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.sftp.SftpModuleProperties;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHStatExtensionInfo;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.SftpEventListener;
import org.apache.sshd.sftp.server.SftpSubsystem;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;

/** A machine that takes files by SFTP on loopback, into one folder, from one user with a password. */
public final class SftpHost implements AutoCloseable {

    /** The one user. */
    public static final String USER = "press";

    private static final String ROOM = "statvfs@openssh.com";

    private final Path folder;
    private final String password;
    private final SshServer server = SshServer.setUpDefaultServer();
    private final KeyPairProvider key;
    private final Fault fault = new Fault();

    /**
     * Starts it on a free port.
     *
     * @param folder what it keeps
     * @param keyFile its host key, which is made where it is missing
     */
    public SftpHost(Path folder, Path keyFile, String password) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.password = password;
        this.key = new SimpleGeneratorHostKeyProvider(keyFile);
        server.setHost("127.0.0.1");
        server.setKeyPairProvider(key);
        server.setPasswordAuthenticator((user, given, session) ->
                user.equals(USER) && MessageDigest.isEqual(given.getBytes(), this.password.getBytes()));
        server.setFileSystemFactory(new VirtualFileSystemFactory(folder));
        SftpModuleProperties.OPENSSH_EXTENSIONS.set(server, ROOM + "=2,posix-rename@openssh.com=1");
        SftpSubsystemFactory factory = new SftpSubsystemFactory() {
            @Override
            public Command createSubsystem(ChannelSession channel) {
                SftpSubsystem files = new WithRoom(channel, this);
                getRegisteredListeners().forEach(files::addSftpEventListener);
                return files;
            }
        };
        factory.addSftpEventListener(new Faulty());
        server.setSubsystemFactories(List.of(factory));
        server.start();
    }

    /** Also says how much is free, as OpenSSH's does. */
    private final class WithRoom extends SftpSubsystem {

        WithRoom(ChannelSession channel, SftpSubsystemFactory configurator) {
            super(channel, configurator);
        }

        @Override
        protected void executeExtendedCommand(Buffer buffer, int id, String extension) throws IOException {
            if (!extension.equals(ROOM)) {
                super.executeExtendedCommand(buffer, id, extension);
                return;
            }
            OpenSSHStatExtensionInfo room = new OpenSSHStatExtensionInfo();
            room.f_bsize = 1;
            room.f_frsize = 1;
            room.f_bavail = Files.getFileStore(folder).getUsableSpace();
            Buffer reply = prepareReply(new ByteArrayBuffer());
            reply.putByte((byte) SftpConstants.SSH_FXP_EXTENDED_REPLY);
            reply.putInt(id);
            OpenSSHStatExtensionInfo.encode(reply, room);
            send(reply);
        }
    }

    private final class Faulty implements SftpEventListener {
        @Override
        public void writing(
                ServerSession session,
                String handle,
                FileHandle file,
                long offset,
                byte[] data,
                int dataOffset,
                int length)
                throws IOException {
            if (fault.isFull()) {
                throw new SftpException(SftpConstants.SSH_FX_NO_SPACE_ON_FILESYSTEM, "full");
            }
            try {
                fault.came(length);
            } catch (Fault.Cut cut) {
                session.close(true);
                throw cut;
            }
        }
    }

    /** What it does wrong. */
    public Fault fault() {
        return fault;
    }

    /** Where it listens. */
    public int port() {
        return server.getPort();
    }

    /** Of its host key, {@code SHA256:…}. */
    public String fingerprint() throws IOException {
        try {
            KeyPair pair = key.loadKeys(null).iterator().next();
            return KeyUtils.getFingerPrint(BuiltinDigests.sha256, pair.getPublic());
        } catch (java.security.GeneralSecurityException e) {
            throw new IOException(e);
        }
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }
}
