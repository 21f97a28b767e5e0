package app.vineparcel.web.sending;

/**
 * How far a run's files have come on their way to one destination.
 *
 * @param destination its name
 * @param arrived files that are there
 * @param unchanged of these, those that were there before and were not sent again
 * @param waiting files that are being sent or wait for it
 * @param failed files that cannot be sent until somebody does something
 * @param sent bytes that have arrived
 * @param bytes of all of them
 * @param reason why some wait or failed; empty if none does
 * @param remedy what to do about it
 */
public record SendingSummary(
        long destinationId,
        String destination,
        long arrived,
        long unchanged,
        long waiting,
        long failed,
        long sent,
        long bytes,
        String reason,
        String remedy) {

    /** Whether everything is there. */
    public boolean isThrough() {
        return waiting == 0 && failed == 0;
    }

    /** How many files it is about. */
    public long total() {
        return arrived + waiting + failed;
    }
}
