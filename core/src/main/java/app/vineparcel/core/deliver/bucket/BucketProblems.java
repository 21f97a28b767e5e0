package app.vineparcel.core.deliver.bucket;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.DeliveryPath;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.io.UncheckedIOException;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.services.s3.model.S3Exception;

/** What went wrong at a bucket, in words that say nothing of secrets. */
final class BucketProblems {

    private static final int FORBIDDEN = 403;
    private static final int NOT_FOUND = 404;
    static final int PRECONDITION = 412;
    private static final int INSUFFICIENT_STORAGE = 507;

    private BucketProblems() {}

    /** Something asked of the bucket. */
    @FunctionalInterface
    interface Question<T> {
        T answer() throws IOException, ProblemException;
    }

    static <T> T told(BucketAddress address, String what, Question<T> question) throws ProblemException {
        try {
            return question.answer();
        } catch (InterruptedIOException e) {
            throw passing(what, "Sending was stopped.", "The rest is sent later.", e);
        } catch (IOException | UncheckedIOException e) {
            throw passing(what, "The file that was rendered is no longer as it was.", "Render it again.", e);
        } catch (S3Exception e) {
            throw said(address, what, e);
        } catch (SdkException e) {
            throw passing(
                    address.endpoint().getHost(),
                    "The service cannot be reached, or the connection broke off.",
                    "Check its address and that the network lets us through.",
                    e);
        }
    }

    private static ProblemException said(BucketAddress address, String what, S3Exception e) {
        String code = e.awsErrorDetails() == null ? "" : e.awsErrorDetails().errorCode();
        return switch (e.statusCode()) {
            case FORBIDDEN ->
                new ProblemException(
                        new Problem.CannotWrite(
                                address.bucket(),
                                "The service does not let this key write here.",
                                "Check the access key and its secret on the destination's page, and what the key may do."),
                        e);
            case NOT_FOUND ->
                "NoSuchBucket".equals(code) || code.isEmpty()
                        ? new ProblemException(
                                new Problem.CannotWrite(
                                        address.bucket(),
                                        "There is no bucket of that name.",
                                        "Create it, or correct its name."),
                                e)
                        : passing(what, "What was under way is gone.", "It is sent again from the start.", e);
            case PRECONDITION -> DeliveryPath.taken(what);
            case INSUFFICIENT_STORAGE -> passing(what, "The destination is full.", "Free some space there.", e);
            default ->
                "EntityTooLarge".equals(code) || "QuotaExceeded".equals(code)
                        ? passing(what, "The destination is full.", "Free some space there.", e)
                        : passing(
                                what,
                                "The service refused it (%s).".formatted(code.isEmpty() ? e.statusCode() : code),
                                "It is tried again.",
                                e);
        };
    }

    private static ProblemException passing(String what, String reason, String remedy, Exception cause) {
        return new ProblemException(new Problem.CannotWrite(what, reason, remedy, true), cause);
    }
}
