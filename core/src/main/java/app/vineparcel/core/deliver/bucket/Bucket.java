package app.vineparcel.core.deliver.bucket;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.DeliveryPath;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.SentFiles;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import software.amazon.awssdk.auth.credentials.AwsBasicCredentials;
import software.amazon.awssdk.auth.credentials.StaticCredentialsProvider;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.http.urlconnection.UrlConnectionHttpClient;
import software.amazon.awssdk.regions.Region;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.S3Configuration;
import software.amazon.awssdk.services.s3.model.HeadObjectResponse;
import software.amazon.awssdk.services.s3.model.ListObjectsV2Request;
import software.amazon.awssdk.services.s3.model.NoSuchKeyException;
import software.amazon.awssdk.services.s3.model.S3Exception;
import software.amazon.awssdk.services.s3.model.S3Object;

/**
 * A bucket that speaks S3. An object appears when all of it is there, which is the service's promise; a large one goes in parts that are gone on with
 * where they broke off. The service checks every part against its SHA-256, and keeps that of the whole with the object.
 */
public final class Bucket implements Destination {

    /** Under this name an object keeps the SHA-256 of its content, in lower-case hexadecimal. */
    static final String SUM = "content-sha256";

    private final BucketAddress address;
    private final SentFiles sent;
    private final S3Client client;
    private final String base;

    private Bucket(BucketAddress address, SentFiles sent, S3Client client) {
        this.address = address;
        this.sent = sent;
        this.client = client;
        this.base = address.folder().isEmpty() ? "" : address.folder() + "/";
    }

    /**
     * The bucket of an address; nothing is asked of it yet.
     *
     * @param sent what we put there before
     * @throws ProblemException if the folder leads nowhere
     */
    public static Bucket open(BucketAddress address, SentFiles sent) throws ProblemException {
        if (!address.folder().isEmpty()) {
            DeliveryPath.steps(address.folder());
        }
        S3Client client = S3Client.builder()
                .endpointOverride(address.endpoint())
                .region(Region.of(address.region()))
                .credentialsProvider(StaticCredentialsProvider.create(
                        AwsBasicCredentials.create(address.accessKey(), address.secret())))
                .httpClient(UrlConnectionHttpClient.builder()
                        .connectionTimeout(address.patience())
                        .socketTimeout(address.patience())
                        .build())
                // whole parts are signed, and any service understands them
                .serviceConfiguration(S3Configuration.builder()
                        .pathStyleAccessEnabled(true)
                        .chunkedEncodingEnabled(false)
                        .build())
                // nothing is taken from the configuration of whoever runs the program
                .overrideConfiguration(
                        plain -> plain.defaultProfileFile(software.amazon.awssdk.profiles.ProfileFile.aggregator()
                                        .build())
                                .defaultProfileName("none"))
                .build();
        return new Bucket(address, sent, client);
    }

    @Override
    public Standing look(String path) throws ProblemException {
        String key = key(path);
        return BucketProblems.told(address, path, () -> standing(path, key));
    }

    private Standing standing(String path, String key) throws ProblemException {
        try {
            HeadObjectResponse found =
                    client.headObject(head -> head.bucket(address.bucket()).key(key));
            return sent.knows(path, found.metadata().getOrDefault(SUM, "")) ? Standing.OURS : Standing.FOREIGN;
        } catch (NoSuchKeyException none) {
            return Standing.NOTHING;
        }
    }

    @Override
    public Placing place(String path, Outgoing file, Progress progress) throws ProblemException {
        String key = key(path);
        return BucketProblems.told(address, path, () -> {
            Standing before = standing(path, key);
            if (before == Standing.FOREIGN) {
                throw DeliveryPath.taken(path);
            }
            if (before == Standing.OURS && isSame(key, file)) {
                return Placing.ALREADY_THERE;
            }
            sent.note(path, file.sha256()); // an object has its name the moment it is whole, so it is noted before
            try {
                new BucketUpload(client, address.bucket(), sent)
                        .send(path, key, file, before == Standing.NOTHING, progress);
            } catch (S3Exception e) {
                if (e.statusCode() == BucketProblems.PRECONDITION && isSame(key, file)) {
                    return Placing.SENT; // an answer got lost, and the request was made again
                }
                throw e;
            }
            return Placing.SENT;
        });
    }

    private boolean isSame(String key, Outgoing file) {
        HeadObjectResponse found =
                client.headObject(head -> head.bucket(address.bucket()).key(key));
        return found.contentLength() == file.bytes()
                && file.sha256().equals(found.metadata().get(SUM));
    }

    @Override
    public boolean remove(String path) throws ProblemException {
        String key = key(path);
        return BucketProblems.told(address, path, () -> {
            if (standing(path, key) != Standing.OURS) {
                return false;
            }
            client.deleteObject(gone -> gone.bucket(address.bucket()).key(key));
            return true;
        });
    }

    @Override
    public List<Found> list(String folder, int most) throws ProblemException {
        String prefix = folder.isEmpty() ? base : key(folder) + "/";
        return BucketProblems.told(address, folder, () -> {
            List<Found> found = new ArrayList<>();
            ListObjectsV2Request request = ListObjectsV2Request.builder()
                    .bucket(address.bucket())
                    .prefix(prefix)
                    .build();
            for (S3Object object : client.listObjectsV2Paginator(request).contents()) {
                if (found.size() == most) {
                    break;
                }
                found.add(new Found(object.key().substring(base.length()), object.size()));
            }
            return found;
        });
    }

    /** A bucket does not say how much is free. */
    @Override
    public OptionalLong tryOut() throws ProblemException {
        return BucketProblems.told(address, address.bucket(), () -> {
            String probe = base + ".vine-parcel/probe";
            client.putObject(put -> put.bucket(address.bucket()).key(probe), RequestBody.fromString("ok"));
            client.deleteObject(gone -> gone.bucket(address.bucket()).key(probe));
            return OptionalLong.empty();
        });
    }

    private String key(String path) throws ProblemException {
        return base + String.join("/", DeliveryPath.steps(path));
    }

    @Override
    public void close() {
        try {
            client.close();
        } catch (SdkException alreadyGone) {
            // there is nothing more to let go of
        }
    }
}
