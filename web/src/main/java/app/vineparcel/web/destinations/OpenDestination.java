package app.vineparcel.web.destinations;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.deliver.SentFiles;
import app.vineparcel.core.deliver.bucket.Bucket;
import app.vineparcel.core.deliver.bucket.BucketAddress;
import app.vineparcel.core.deliver.sftp.SftpAddress;
import app.vineparcel.core.deliver.sftp.SftpFolder;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.StorageSettings;
import java.net.URI;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Opens a destination of any kind. */
@Component
class OpenDestination {

    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private final StorageSettings settings;

    OpenDestination(StorageSettings settings) {
        this.settings = settings;
    }

    Destination open(StoredDestination one, String secret) throws ProblemException {
        return switch (one.kind()) {
            case FOLDER -> LocalFolder.at(folder(one));
            case SFTP ->
                SftpFolder.open(
                        new SftpAddress(
                                one.host(),
                                one.port(),
                                one.account(),
                                one.folder(),
                                secret,
                                Optional.of(one.hostKey()).filter(key -> !key.isEmpty()),
                                PATIENCE),
                        sent(one));
            case BUCKET ->
                Bucket.open(
                        new BucketAddress(
                                URI.create(one.host()),
                                one.region(),
                                one.bucket(),
                                one.folder(),
                                one.account(),
                                secret,
                                PATIENCE),
                        sent(one));
        };
    }

    private SentFiles sent(StoredDestination one) throws ProblemException {
        return SentFiles.in(settings.dataFolder().resolve("sent").resolve("destination-" + one.id()));
    }

    /** Below the delivery root, but beside what assignments deliver there, or below another root that was set. */
    Path folder(StoredDestination one) throws ProblemException {
        Path root = settings.deliveryRoot().toAbsolutePath().normalize();
        try {
            Path folder = root.resolve(one.folder()).normalize();
            boolean beside = folder.startsWith(root)
                    && !folder.equals(root)
                    && !root.relativize(folder).getName(0).toString().startsWith("assignment-");
            boolean below = Stream.concat(Stream.of(root), settings.destinationRoots().stream())
                    .map(other -> other.toAbsolutePath().normalize())
                    .anyMatch(other -> !folder.startsWith(root) && folder.startsWith(other));
            if (beside || below) {
                return folder;
            }
        } catch (InvalidPathException unreadable) {
            // said below
        }
        throw new ProblemException(new Problem.BadRequest(
                one.folder(), Text.of("destinations.folder-is-outside"), Text.of("destinations.name-one-below")));
    }
}
