package app.vineparcel.web.deliveries;

import app.vineparcel.web.runs.DeliveredLine;
import java.util.Locale;

/**
 * A line of a delivery.
 *
 * @param file what was delivered, or was in the delivery that this one is compared with
 * @param change against the other delivery
 * @param sending how far it has come on its way to a destination; empty where it goes nowhere
 * @param deleted whether somebody deleted it and can still put it back
 */
public record DeliveryRow(DeliveredLine file, Change change, String sending, boolean deleted) {

    /** What a file is against another delivery. */
    public enum Change {
        NONE,
        NEW,
        CHANGED,
        SAME,
        /** Only the other one had it. */
        GONE
    }

    /** Which state a line shows; a word of the messages. */
    public String state() {
        return change == Change.GONE
                ? "gone"
                : deleted
                        ? "deleted"
                        : file.standing().name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The mark that goes with the state: the one of a rendition's state that says most nearly the same. */
    public String mark() {
        return switch (state()) {
            case "in-place" -> "DONE";
            case "replaced" -> "UNCHANGED";
            case "deleted", "gone" -> "LEFT_OUT";
            default -> "FAILED";
        };
    }

    /** Whether it has not arrived at its destination yet, or cannot. */
    public boolean isOnItsWay() {
        return sending.equals("WAITING") || sending.equals("SENDING") || sending.equals("FAILED");
    }

    /** Whether a line has more to say than that the file is in place. */
    public boolean saysMore() {
        return isOnItsWay() || change == Change.NEW || change == Change.CHANGED;
    }

    /** Whether the file can be opened. */
    public boolean canOpen() {
        return file.standing().isKept();
    }
}
