package app.vineparcel.web;

import app.vineparcel.core.FileSize;
import app.vineparcel.core.PlainNumber;
import app.vineparcel.core.measure.look.Ssimulacra2;
import app.vineparcel.core.measure.look.Visibility;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Numbers and times as people read them. */
public final class Words {

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.ENGLISH);

    /** A weight in powers of ten: {@code 412 kB}. */
    public String weight(long bytes) {
        return FileSize.rounded(bytes);
    }

    /** A weight to the byte: {@code 412,345 bytes}. */
    public String exactly(long bytes) {
        return String.format(Locale.ROOT, "%,d bytes", bytes);
    }

    /** A place on this machine: relative where it lies below the folder that the program was started in. */
    public String place(Path path) {
        Path here = Path.of("").toAbsolutePath();
        Path whole = path.toAbsolutePath().normalize();
        return whole.startsWith(here) ? here.relativize(whole).toString() : whole.toString();
    }

    /** A time on the camera's clock. */
    public String moment(LocalDateTime time) {
        return MOMENT.format(time);
    }

    /** A time in the zone of this machine, which is the person's. */
    public String moment(Instant time) {
        return MOMENT.format(time.atZone(ZoneId.systemDefault()));
    }

    /** A stretch of time: {@code 3 min 20 s}. */
    public String stretch(Duration time) {
        return stretch(Math.round(time.toMillis() / 1000.0));
    }

    /** A stretch of seconds. */
    public String stretch(long seconds) {
        if (seconds < 60) {
            return Text.of("time.seconds", Math.max(1, seconds));
        }
        return seconds < 3600
                ? seconds % 60 == 0
                        ? Text.of("time.minutes", seconds / 60)
                        : Text.of("time.minutes-seconds", seconds / 60, seconds % 60)
                : Text.of("time.hours-minutes", seconds / 3600, seconds % 3600 / 60);
    }

    /** A count with its word: {@code 1 file}, {@code 3 files}. */
    public String count(long number, String one) {
        return Text.of("count." + one, number);
    }

    /** A whole number, with commas between thousands. */
    public String whole(long number) {
        return String.format(Locale.ENGLISH, "%,d", number);
    }

    /** A number without zeros that say nothing, as fields hold it: {@code 16}, {@code 2.5}. */
    public String number(double number) {
        return PlainNumber.of(number);
    }

    /** A share as people read it: {@code none}, {@code under 0.1 %}, {@code 3.4 %}. */
    public String share(double share) {
        if (share <= 0) {
            return Text.of("share.none");
        }
        return share < 0.001 ? Text.of("share.under") : String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }

    /**
     * How near a file looks to its picture.
     *
     * @param score up to 100
     */
    public String likeness(double score) {
        return score >= Ssimulacra2.SAME
                ? Text.of("likeness.same")
                : Text.of(
                        "likeness.of",
                        String.format(Locale.ROOT, "%.0f", Math.max(0, Math.floor(score))),
                        Visibility.of(score).words());
    }

    /** The short of it: the number alone. */
    public String score(double score) {
        return String.format(Locale.ROOT, "%.0f", Math.max(0, Math.floor(score)));
    }
}
