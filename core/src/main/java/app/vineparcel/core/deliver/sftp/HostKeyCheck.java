package app.vineparcel.core.deliver.sftp;

import java.net.SocketAddress;
import java.security.PublicKey;
import java.util.Optional;
import org.apache.sshd.client.keyverifier.ServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;

/** Lets nobody sign in to a machine whose key is not the one that was pinned; remembers the key that it has. */
final class HostKeyCheck implements ServerKeyVerifier {

    private final Optional<String> pinned;
    private volatile String seen = "";

    HostKeyCheck(Optional<String> pinned) {
        this.pinned = pinned;
    }

    @Override
    public boolean verifyServerKey(ClientSession session, SocketAddress address, PublicKey key) {
        seen = KeyUtils.getFingerPrint(BuiltinDigests.sha256, key);
        return pinned.filter(seen::equals).isPresent();
    }

    /** The fingerprint of the machine's key; empty if it never said one. */
    String seen() {
        return seen;
    }

    /** Whether the machine showed a key that is not the pinned one. */
    boolean refused() {
        return !seen.isEmpty() && pinned.filter(seen::equals).isEmpty();
    }
}
