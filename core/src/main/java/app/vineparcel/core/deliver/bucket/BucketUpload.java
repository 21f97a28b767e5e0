package app.vineparcel.core.deliver.bucket;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.SentFiles;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.net.URLConnection;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.model.ChecksumAlgorithm;
import software.amazon.awssdk.services.s3.model.CompletedPart;
import software.amazon.awssdk.services.s3.model.ListPartsRequest;
import software.amazon.awssdk.services.s3.model.NoSuchUploadException;
import software.amazon.awssdk.services.s3.model.Part;
import software.amazon.awssdk.services.s3.model.S3Exception;

/** Sends one object: whole, or in parts where it is large. */
final class BucketUpload {

    /** The least that services take for a part, but for the last one, is 5 MiB; there may be 10,000. */
    private static final long PART = 8L << 20;

    private static final long MOST_PARTS = 10_000;
    private static final int NOT_ALLOWED = 405;
    private static final int NOT_IMPLEMENTED = 501;

    private final S3Client client;
    private final String bucket;
    private final SentFiles sent;

    BucketUpload(S3Client client, String bucket, SentFiles sent) {
        this.client = client;
        this.bucket = bucket;
        this.sent = sent;
    }

    /**
     * Sends it.
     *
     * @param isNew whether nothing stands there, which the service is asked to make sure of once more
     */
    void send(String path, String key, Destination.Outgoing file, boolean isNew, Destination.Progress progress)
            throws IOException, ProblemException {
        if (file.bytes() <= PART) {
            client.putObject(
                    put -> {
                        put.bucket(bucket)
                                .key(key)
                                .contentType(type(key))
                                .contentLength(file.bytes())
                                .checksumSHA256(Base64.getEncoder()
                                        .encodeToString(HexFormat.of().parseHex(file.sha256())))
                                .metadata(Map.of(Bucket.SUM, file.sha256()));
                        if (isNew) {
                            put.ifNoneMatch("*");
                        }
                    },
                    RequestBody.fromFile(file.file()));
            progress.at(file.bytes());
            return;
        }
        sendInParts(path, key, file, isNew, progress);
    }

    private void sendInParts(
            String path, String key, Destination.Outgoing file, boolean isNew, Destination.Progress progress)
            throws IOException, ProblemException {
        long size = Math.max(PART, (file.bytes() + MOST_PARTS - 1) / MOST_PARTS);
        Optional<String> former = sent.underWay(path, file.sha256());
        Map<Integer, Part> there = former.map(id -> parts(key, id)).orElse(Map.of());
        if (former.isPresent() && there.isEmpty()) {
            abandon(key, former.get());
        }
        String upload = there.isEmpty() ? begin(path, key, file) : former.get();
        List<CompletedPart> all = new ArrayList<>();
        MessageDigest whole = FileContent.digest();
        int number = 1;
        for (long from = 0; from < file.bytes(); from += size, number++) {
            long length = Math.min(size, file.bytes() - from);
            String sum = sum(file.file(), from, length, whole);
            Part known = there.get(number);
            String tag = known != null && sum.equals(known.checksumSHA256()) && known.size() == length
                    ? known.eTag()
                    : part(key, upload, number, file.file(), from, length, sum);
            all.add(CompletedPart.builder()
                    .partNumber(number)
                    .eTag(tag)
                    .checksumSHA256(sum)
                    .build());
            if (!progress.at(from + length)) {
                throw new InterruptedIOException("stopped");
            }
        }
        if (!HexFormat.of().formatHex(whole.digest()).equals(file.sha256())) {
            client.abortMultipartUpload(gone -> gone.bucket(bucket).key(key).uploadId(upload));
            sent.underWay(path, file.sha256(), "");
            throw new IOException("the file is another one than was rendered");
        }
        client.completeMultipartUpload(done -> {
            done.bucket(bucket).key(key).uploadId(upload).multipartUpload(parts -> parts.parts(all));
            if (isNew) {
                done.ifNoneMatch("*");
            }
        });
        sent.underWay(path, file.sha256(), "");
    }

    /** Parts that nobody goes on with would take room for ever. */
    private void abandon(String key, String upload) {
        try {
            client.abortMultipartUpload(gone -> gone.bucket(bucket).key(key).uploadId(upload));
        } catch (S3Exception forgotten) {
            // the service has given it up itself
        }
    }

    private String begin(String path, String key, Destination.Outgoing file) throws ProblemException {
        String upload = client.createMultipartUpload(begin -> begin.bucket(bucket)
                        .key(key)
                        .contentType(type(key))
                        .checksumAlgorithm(ChecksumAlgorithm.SHA256)
                        .metadata(Map.of(Bucket.SUM, file.sha256())))
                .uploadId();
        sent.underWay(path, file.sha256(), upload);
        return upload;
    }

    /** What of an upload has arrived, by number. */
    private Map<Integer, Part> parts(String key, String upload) {
        Map<Integer, Part> found = new HashMap<>();
        try {
            client.listPartsPaginator(ListPartsRequest.builder()
                            .bucket(bucket)
                            .key(key)
                            .uploadId(upload)
                            .build())
                    .parts()
                    .forEach(part -> found.put(part.partNumber(), part));
        } catch (NoSuchUploadException forgotten) {
            return Map.of();
        } catch (S3Exception e) {
            if (e.statusCode() == NOT_ALLOWED || e.statusCode() == NOT_IMPLEMENTED) {
                return Map.of(); // a service that cannot say; it is sent from the start
            }
            throw e;
        }
        return found;
    }

    private String part(String key, String upload, int number, Path file, long from, long length, String sum) {
        return client.uploadPart(
                        part -> part.bucket(bucket)
                                .key(key)
                                .uploadId(upload)
                                .partNumber(number)
                                .contentLength(length)
                                .checksumSHA256(sum),
                        RequestBody.fromContentProvider(
                                () -> stretch(file, from, length), length, "application/octet-stream"))
                .eTag();
    }

    private static InputStream stretch(Path file, long from, long length) {
        try {
            InputStream in = Files.newInputStream(file);
            in.skipNBytes(from);
            return new Stretch(in, length);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** In base 64, as services tell it. */
    private static String sum(Path file, long from, long length, MessageDigest whole) throws IOException {
        MessageDigest digest = FileContent.digest();
        try (InputStream in = stretch(file, from, length)) {
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
                whole.update(buffer, 0, count);
            }
        }
        return Base64.getEncoder().encodeToString(digest.digest());
    }

    private static String type(String key) {
        String type = URLConnection.guessContentTypeFromName(key);
        return type == null ? "application/octet-stream" : type;
    }
}
