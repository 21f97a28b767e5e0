package app.vineparcel.core.deliver.sftp;

import java.time.Duration;
import java.util.Optional;

/**
 * Where a folder behind SFTP is, and who may write there.
 *
 * @param port 1 to 65535, usually 22
 * @param folder on that machine; relative ones start at the user's own folder
 * @param secret a password, or a private key in PEM or OpenSSH form without a passphrase
 * @param hostKey the fingerprint that the machine's key must have, such as {@code SHA256:…}; empty while nobody has seen it
 * @param patience how long an answer may take
 */
public record SftpAddress(
        String host, int port, String user, String folder, String secret, Optional<String> hostKey, Duration patience) {

    /** How people name it. Says nothing of the secret. */
    @Override
    public String toString() {
        return "sftp://%s@%s:%d/%s".formatted(user, host, port, folder);
    }
}
