package app.vineparcel.web.sources;

import app.vineparcel.web.Text;
import java.util.Comparator;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Which sources and pieces somebody wants to see, as addresses have it. Words that mean nothing count for nothing.
 *
 * @param which numbers, ranges and parts of names
 * @param kind of pieces
 * @param state of sources: ready, reading, unreadable or missing
 * @param group under which headings: folder, kind, date or orientation
 * @param sort in which order within the groups: number, name, date, kind or orientation; a minus before it turns it round
 */
record SourceListQuery(
        @Nullable String which,
        @Nullable String kind,
        @Nullable String state,
        @Nullable String group,
        @Nullable String sort) {

    /** Everything, as it was imported. */
    static final SourceListQuery ALL = new SourceListQuery("", "", "", "", "");

    private static String text(@Nullable String given) {
        return given == null ? "" : given.strip();
    }

    public String text() {
        return text(which);
    }

    /** Whether a line is of the kind and in the state that is asked for. */
    boolean wants(SourceListRow line) {
        boolean ofKind = text(kind).isEmpty()
                || line.kind() != null && line.kind().word().equals(text(kind));
        return ofKind
                && switch (text(state)) {
                    case "missing" -> line.missing();
                    case "reading" -> line.state() == Source.State.WAITING;
                    case "unreadable" -> line.state() == Source.State.UNREADABLE;
                    case "ready" -> line.state() == Source.State.READY && !line.missing();
                    default -> true;
                };
    }

    /** Whether any line may be left out. */
    boolean filters() {
        return !text().isEmpty() || !text(kind).isEmpty() || !text(state).isEmpty();
    }

    /** Whether sources are under their own folders and documents, in the order of import. */
    boolean isByFolder() {
        return !text(group).matches("kind|date|orientation");
    }

    /** Under which heading a line is, where not under its folder. */
    String heading(SourceListRow line) {
        return switch (text(group)) {
            case "kind" ->
                line.kind() == null
                        ? line.stateWord()
                        : Text.of("sources.kind." + line.kind().word());
            case "date" ->
                line.taken().map(moment -> moment.toLocalDate().toString()).orElse(Text.of("sources.no-date"));
            default -> line.kind() == null ? line.stateWord() : line.orientation();
        };
    }

    /** In which order lines are, within a heading. */
    Comparator<SourceListRow> order() {
        String by = text(sort);
        Comparator<SourceListRow> order =
                switch (by.startsWith("-") ? by.substring(1) : by) {
                    case "name" -> Comparator.comparing(line -> line.name().toLowerCase(Locale.ROOT));
                    case "date" ->
                        Comparator.comparing(
                                line -> line.taken().map(Object::toString).orElse("~"));
                    case "kind" ->
                        Comparator.comparing(
                                line -> line.kind() == null ? -1 : line.kind().ordinal());
                    case "orientation" -> Comparator.comparing(SourceListRow::orientation);
                    default -> (one, other) -> 0;
                };
        return by.startsWith("-") ? order.reversed() : order;
    }
}
