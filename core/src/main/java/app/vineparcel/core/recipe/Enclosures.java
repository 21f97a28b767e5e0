package app.vineparcel.core.recipe;

import java.util.List;
import java.util.Optional;

/**
 * What goes along with the files of a channel.
 *
 * @param manifest whether a list of all files with their sums does
 * @param contactSheet the sheet of thumbnails, if any
 * @param usage lines of the channel's own for the text about rights; empty where there is no such text
 * @param pageSnippet whether pieces come as elements for a web page too
 */
public record Enclosures(
        boolean manifest, Optional<ContactSheet> contactSheet, Optional<List<String>> usage, boolean pageSnippet) {

    /** Nothing goes along. */
    public static final Enclosures NONE = new Enclosures(false, Optional.empty(), Optional.empty(), false);

    /** The most lines that a usage text has of the channel's own. */
    public static final int MOST_LINES = 60;

    /** The longest of them, characters. */
    public static final int LONGEST_LINE = 300;

    /** The most thumbnails side by side. */
    public static final int MOST_ACROSS = 10;

    /**
     * A PDF of thumbnails.
     *
     * @param across how many stand side by side, 1 to {@link #MOST_ACROSS}
     * @param heading over each page; empty for the assignment's name
     */
    public record ContactSheet(int across, String heading) {}

    /** Lines are the caller's own. */
    public Enclosures {
        usage = usage.map(List::copyOf);
    }

    /** Whether nothing goes along. */
    public boolean isNone() {
        return equals(NONE);
    }
}
