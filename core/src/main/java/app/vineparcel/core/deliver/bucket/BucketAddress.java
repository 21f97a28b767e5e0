package app.vineparcel.core.deliver.bucket;

import java.net.URI;
import java.time.Duration;

/**
 * Where a bucket is, and who may write there.
 *
 * @param endpoint of the service, such as {@code https://s3.example}
 * @param region as the service calls it, such as {@code eu-central-1}
 * @param folder below which everything goes; empty for the top
 * @param accessKey the name of the key
 * @param secret the key itself
 * @param patience how long an answer may take
 */
public record BucketAddress(
        URI endpoint, String region, String bucket, String folder, String accessKey, String secret, Duration patience) {

    /** How people name it. Says nothing of the secret. */
    @Override
    public String toString() {
        return "%s/%s/%s".formatted(endpoint, bucket, folder);
    }
}
