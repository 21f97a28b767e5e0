package app.vineparcel.web.deliveries;

import app.vineparcel.web.runs.DeliveredLine;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Which lines of a delivery are asked for, and in which order.
 *
 * @param view {@code list}, {@code folders} or {@code sheet}
 * @param text what path, channel or recipe has to contain; empty for all
 * @param channel only of this; empty for all
 * @param state only in this, a state or a change as lines show it; empty for all
 * @param sort {@code path}, {@code weight}, {@code pixels} or {@code recipe}
 * @param folder right in this, for the view of folders
 * @param compare the key of a run to compare with; 0 for none
 */
public record DeliveryQuery(
        String view, String text, String channel, String state, String sort, String folder, long compare) {

    private static final List<String> VIEWS = List.of("list", "folders", "sheet");
    private static final List<String> SORTS = List.of("path", "weight", "pixels", "recipe");

    /** Unknown words become the usual ones. */
    public DeliveryQuery {
        view = VIEWS.contains(view) ? view : VIEWS.get(0);
        sort = SORTS.contains(sort) ? sort : SORTS.get(0);
        folder = folder.replaceAll("^/+|/+$", "");
    }

    /** The lines that are meant, in their order. */
    List<DeliveryRow> of(List<DeliveryRow> all) {
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        Stream<DeliveryRow> meant = all.stream()
                .filter(row -> wanted.isEmpty() || words(row.file()).contains(wanted))
                .filter(row -> channel.isEmpty() || row.file().channel().equals(channel))
                .filter(row -> state.isEmpty()
                        ? row.change() != DeliveryRow.Change.GONE
                        : row.state().equals(state)
                                || row.change().name().toLowerCase(Locale.ROOT).equals(state)
                                || row.sending().toLowerCase(Locale.ROOT).equals(state))
                .filter(row -> !view.equals("folders") || row.file().folder().equals(folder));
        return meant.sorted(order()).toList();
    }

    private static String words(DeliveredLine file) {
        return (file.path() + "\n" + file.channel() + "\n" + file.recipeTitle()).toLowerCase(Locale.ROOT);
    }

    private Comparator<DeliveryRow> order() {
        Comparator<DeliveryRow> byPath = Comparator.comparing(row -> row.file().path());
        return switch (sort) {
            case "weight" ->
                Comparator.comparing((DeliveryRow row) -> row.file().bytes())
                        .reversed()
                        .thenComparing(byPath);
            case "pixels" ->
                Comparator.comparing((DeliveryRow row) ->
                                (long) row.file().width() * row.file().height())
                        .reversed()
                        .thenComparing(byPath);
            case "recipe" ->
                Comparator.comparing((DeliveryRow row) -> row.file().recipeTitle())
                        .thenComparing(byPath);
            default -> byPath;
        };
    }
}
