package app.vineparcel.core.deliver.sftp;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.io.IOException;
import java.security.GeneralSecurityException;
import java.util.List;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.keyverifier.ServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.common.session.SessionHeartbeatController;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.jspecify.annotations.Nullable;

/** One signed-in connection. Uses nothing of the configuration and keys of whoever runs the program. */
final class SftpConnection implements AutoCloseable {

    /** Something asked of the other end. */
    @FunctionalInterface
    interface Question<T> {
        T answer(SftpClient files) throws IOException, ProblemException;
    }

    private final SftpAddress address;
    private final SshClient client;
    private final SftpClient files;

    private SftpConnection(SftpAddress address, SshClient client, SftpClient files) {
        this.address = address;
        this.client = client;
        this.files = files;
    }

    static SftpConnection open(SftpAddress address) throws ProblemException {
        HostKeyCheck check = new HostKeyCheck(address.hostKey());
        SshClient client = client(address, check);
        client.start();
        try {
            ClientSession session = client.connect(address.user(), address.host(), address.port())
                    .verify(address.patience())
                    .getSession();
            session.setSessionHeartbeat(
                    SessionHeartbeatController.HeartbeatType.IGNORE,
                    address.patience().dividedBy(2));
            signIn(session, address);
            session.auth().verify(address.patience());
            return new SftpConnection(
                    address, client, SftpClientFactory.instance().createSftpClient(session));
        } catch (IOException | GeneralSecurityException e) {
            client.stop();
            if (check.refused()) {
                throw new ProblemException(new Problem.UntrustedHost(
                        address.host(), check.seen(), address.hostKey().isPresent()));
            }
            throw SftpProblems.of(address, address.host(), e);
        }
    }

    private static SshClient client(SftpAddress address, ServerKeyVerifier check) {
        SshClient client = SshClient.setUpDefaultClient();
        client.setServerKeyVerifier(check);
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        CoreModuleProperties.IDLE_TIMEOUT.set(client, address.patience());
        CoreModuleProperties.NIO2_READ_TIMEOUT.set(client, address.patience().plus(address.patience()));
        CoreModuleProperties.AUTH_TIMEOUT.set(client, address.patience());
        return client;
    }

    private static void signIn(ClientSession session, SftpAddress address)
            throws IOException, GeneralSecurityException {
        if (!address.secret().strip().startsWith("-----BEGIN")) {
            session.addPasswordIdentity(address.secret());
            return;
        }
        SecurityUtils.getKeyPairResourceParser()
                .loadKeyPairs(
                        session,
                        NamedResource.ofName("key"),
                        (where, name, retry) -> null,
                        List.of(address.secret().split("\\R")))
                .forEach(session::addPublicKeyIdentity);
    }

    SftpClient files() {
        return files;
    }

    /** Asks, and says in words what went wrong. */
    <T> T ask(String what, Question<T> question) throws ProblemException {
        try {
            return question.answer(files);
        } catch (IOException e) {
            throw SftpProblems.of(address, what, e);
        }
    }

    /** What stands at a path, not through links; null if nothing. */
    static SftpClient.@Nullable Attributes attributes(SftpClient files, String path) throws IOException {
        try {
            return files.lstat(path);
        } catch (SftpException e) {
            if (e.getStatus() == SftpConstants.SSH_FX_NO_SUCH_FILE
                    || e.getStatus() == SftpConstants.SSH_FX_NO_SUCH_PATH) {
                return null;
            }
            throw e;
        }
    }

    @Override
    public void close() {
        try {
            files.close();
        } catch (IOException gone) {
            // it is hung up below
        }
        client.stop();
    }
}
