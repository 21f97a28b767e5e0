package app.vineparcel.core.deliver.sftp;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.io.InterruptedIOException;
import java.nio.channels.UnresolvedAddressException;
import java.nio.file.NoSuchFileException;
import java.security.GeneralSecurityException;
import org.apache.sshd.common.SshConstants;
import org.apache.sshd.common.SshException;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;

/** What went wrong at a folder behind SFTP, in words that say nothing of secrets. */
final class SftpProblems {

    private SftpProblems() {}

    static ProblemException of(SftpAddress address, String what, Exception e) {
        if (e instanceof InterruptedIOException) {
            return passing(what, "Sending was stopped.", "The rest is sent later.", e);
        }
        if (e instanceof NoSuchFileException) {
            return passing(what, "The file that was rendered is no longer on this machine.", "Render it again.", e);
        }
        if (e instanceof SftpException told) {
            return told(what, told);
        }
        if (e instanceof GeneralSecurityException) {
            return lasting(
                    address.host(),
                    "The private key cannot be read.",
                    "Paste one without a passphrase, or use a password.",
                    e);
        }
        if (e instanceof SshException refused
                && refused.getDisconnectCode() == SshConstants.SSH2_DISCONNECT_NO_MORE_AUTH_METHODS_AVAILABLE) {
            return lasting(
                    address.host(),
                    "The server does not let “%s” in.".formatted(address.user()),
                    "Check the user name and the password or key on the destination's page.",
                    e);
        }
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof UnresolvedAddressException || t instanceof java.net.UnknownHostException) {
                return passing(
                        address.host(), "There is no machine of that name.", "Check the host name and the network.", e);
            }
        }
        return passing(
                address.host(),
                "The server cannot be reached, or the connection broke off.",
                "Check that it is on and that the network lets us through.",
                e);
    }

    private static ProblemException told(String what, SftpException e) {
        return switch (e.getStatus()) {
            case SftpConstants.SSH_FX_NO_SPACE_ON_FILESYSTEM, SftpConstants.SSH_FX_QUOTA_EXCEEDED ->
                passing(what, "The disk at the destination is full.", "Free some space there.", e);
            case SftpConstants.SSH_FX_PERMISSION_DENIED, SftpConstants.SSH_FX_WRITE_PROTECT ->
                passing(
                        what,
                        "There is no permission to write there.",
                        "Ask whoever runs the server for permission, or choose another folder.",
                        e);
            case SftpConstants.SSH_FX_NO_SUCH_FILE, SftpConstants.SSH_FX_NO_SUCH_PATH ->
                passing(what, "The folder at the destination is gone.", "Create it again, or choose another one.", e);
            case SftpConstants.SSH_FX_NO_CONNECTION, SftpConstants.SSH_FX_CONNECTION_LOST ->
                passing(what, "The connection broke off.", "The rest is sent when it is back.", e);
            default ->
                passing(
                        what,
                        "The server refused it; its disk may be full.",
                        "Look at the server, then send again.",
                        e);
        };
    }

    private static ProblemException passing(String what, String reason, String remedy, Exception cause) {
        return new ProblemException(new Problem.CannotWrite(what, reason, remedy, true), cause);
    }

    private static ProblemException lasting(String what, String reason, String remedy, Exception cause) {
        return new ProblemException(new Problem.CannotWrite(what, reason, remedy), cause);
    }
}
