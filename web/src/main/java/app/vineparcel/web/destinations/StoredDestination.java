package app.vineparcel.web.destinations;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * A place that files are sent to, without what opens it.
 *
 * @param kind of which kind it is
 * @param host a machine's name, or the address of a service with buckets
 * @param port of SFTP
 * @param account the user, or the name of a key
 * @param bucket of the service
 * @param region of the service
 * @param folder below which everything goes
 * @param hasSecret whether a password or a key is kept for it
 * @param hostKey the fingerprint that is trusted; empty if none
 * @param seenKey the fingerprint that was shown last and is not trusted; empty if none
 * @param triedAt when it was tried last
 * @param room bytes that were free then
 * @param trouble what was wrong then; empty if nothing
 */
public record StoredDestination(
        long id,
        String name,
        Kind kind,
        String host,
        int port,
        String account,
        String bucket,
        String region,
        String folder,
        boolean hasSecret,
        String hostKey,
        String seenKey,
        Optional<Instant> triedAt,
        OptionalLong room,
        String trouble,
        boolean isRemoved) {

    /** What kind of place it is. */
    public enum Kind {
        /** Below a delivery root of this machine. */
        FOLDER,
        SFTP,
        /** Of a service that speaks S3. */
        BUCKET
    }

    /** Where it is, in one line. */
    public String address() {
        return switch (kind) {
            case FOLDER -> folder;
            case SFTP -> "sftp://%s@%s%s/%s".formatted(account, host, port == 22 ? "" : ":" + port, folder);
            case BUCKET -> "%s/%s/%s".formatted(host, bucket, folder);
        };
    }
}
