package app.vineparcel.core.plan;

import app.vineparcel.core.ProblemException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Rows of a grid as somebody asked to see them: filtered, in order, under headings. Immutable. */
public final class PlanView {

    /** A line: a heading, or a row of the grid. */
    public sealed interface Line {

        /**
         * Above a group.
         *
         * @param rows how many stand below it
         */
        record Heading(String title, int rows) implements Line {}

        /**
         * A row.
         *
         * @param row its place in the grid, from 0
         */
        record Piece(int row) implements Line {}
    }

    private final Grid grid;
    private final MadeStates made;
    private final ViewQuery query;
    private final List<String> folders;
    private final List<Integer> rows;
    private final List<Line> lines;

    private PlanView(Grid grid, MadeStates made, List<String> folders, ViewQuery query) throws ProblemException {
        this.grid = grid;
        this.made = made;
        this.folders = folders;
        this.query = query;
        this.rows = filtered();
        this.lines = lines();
    }

    /**
     * Looks at a grid.
     *
     * @param folders where each row's source came from, in the order of the rows
     * @throws ProblemException for a text that is no list of numbers and names
     */
    public static PlanView of(Grid grid, MadeStates made, List<String> folders, ViewQuery query)
            throws ProblemException {
        return new PlanView(grid, made, folders, query);
    }

    private List<Integer> filtered() throws ProblemException {
        PieceSelection wanted = PieceSelection.parse(query.text(), grid.rows().size());
        List<Integer> found = new ArrayList<>();
        for (int row = 0; row < grid.rows().size(); row++) {
            PlanPiece piece = grid.rows().get(row);
            boolean named = wanted.words().isEmpty() || wanted.finds(piece);
            boolean ofKind =
                    query.kind().isEmpty() || piece.piece().kind().word().equals(query.kind());
            if (named && ofKind && hasCell(row)) {
                found.add(row);
            }
        }
        return found;
    }

    private boolean hasCell(int row) {
        if (!query.asksForCells()) {
            return true;
        }
        for (int column = 0; column < grid.columns().size(); column++) {
            if (shows(row, column)) {
                return true;
            }
        }
        return false;
    }

    /** Whether a cell of a row that is shown is one of those that were asked for. */
    public boolean shows(int row, int column) {
        if (!grid.isFor(row, column)) {
            return false;
        }
        boolean ofState = query.state().isEmpty()
                || made.state(grid, row, column) == query.state().get();
        return ofState && (query.finding().isEmpty() || found(row, column));
    }

    private boolean found(int row, int column) {
        if (!grid.isOn(row, column)) {
            return false;
        }
        boolean ofLevel = grid.worst(row, column)
                .filter(level -> level.name().toLowerCase(Locale.ROOT).equals(query.finding()))
                .isPresent();
        return ofLevel || grid.codes(row, column).contains(query.finding());
    }

    private List<Line> lines() {
        List<Integer> order = new ArrayList<>(rows);
        order.sort(query.downwards() ? comparator().reversed() : comparator());
        if (query.group() == ViewQuery.Group.NONE) {
            return order.stream().<Line>map(Line.Piece::new).toList();
        }
        Function<Integer, String> title = this::title;
        Map<String, List<Integer>> groups = new LinkedHashMap<>();
        List<Integer> byGroup = new ArrayList<>(order);
        if (query.group() != ViewQuery.Group.FOLDER) {
            byGroup.sort(Comparator.comparing(this::groupOrder));
        } else {
            rows.forEach(row -> groups.put(title.apply(row), new ArrayList<>())); // folders in the order of import
        }
        byGroup.forEach(row -> groups.computeIfAbsent(title.apply(row), key -> new ArrayList<>())
                .add(row));
        List<Line> all = new ArrayList<>();
        groups.forEach((name, of) -> {
            all.add(new Line.Heading(name, of.size()));
            of.forEach(row -> all.add(new Line.Piece(row)));
        });
        return List.copyOf(all);
    }

    private Comparator<Integer> comparator() {
        Comparator<Integer> byNumber = Comparator.naturalOrder();
        return switch (query.sort()) {
            case NUMBER -> byNumber;
            case NAME ->
                Comparator.comparing((Integer row) -> piece(row).name().toLowerCase(Locale.ROOT))
                        .thenComparing(byNumber);
            case DATE ->
                Comparator.comparing((Integer row) -> taken(row).orElse(LocalDateTime.MAX)) // those without a date last
                        .thenComparing(byNumber);
            case KIND ->
                Comparator.comparing((Integer row) -> piece(row).piece().kind()).thenComparing(byNumber);
            case ORIENTATION -> Comparator.comparing(this::orientation).thenComparing(byNumber);
            case FOLDER ->
                Comparator.comparing((Integer row) -> folders.get(row).toLowerCase(Locale.ROOT))
                        .thenComparing(byNumber);
            case STATE -> Comparator.comparing(this::state).thenComparing(byNumber);
        };
    }

    private String groupOrder(int row) {
        return switch (query.group()) {
            case STATE -> String.valueOf(state(row).ordinal());
            case KIND -> String.valueOf((char) ('a' + piece(row).piece().kind().ordinal()));
            case DATE -> taken(row).map(LocalDateTime::toString).orElse("~");
            case ORIENTATION -> orientation(row);
            case NONE, FOLDER -> "";
        };
    }

    private String title(int row) {
        return switch (query.group()) {
            case STATE -> state(row).word();
            case KIND -> piece(row).piece().kind().word() + "s";
            case DATE ->
                taken(row).map(moment -> moment.toLocalDate().toString()).orElse("no date");
            case ORIENTATION -> orientation(row);
            case NONE, FOLDER -> folders.get(row);
        };
    }

    private PlanPiece piece(int row) {
        return grid.rows().get(row);
    }

    private Optional<LocalDateTime> taken(int row) {
        return piece(row).info().facts().taken();
    }

    private String orientation(int row) {
        double aspect = piece(row).piece().size().box().aspect();
        return aspect > 1.005 ? "landscape" : aspect < 0.995 ? "portrait" : "square";
    }

    /** What of a row asks for most attention. */
    private CellState state(int row) {
        CellState worst = CellState.LEFT_OUT;
        for (int column = 0; column < grid.columns().size(); column++) {
            if (grid.isFor(row, column)) {
                CellState state = made.state(grid, row, column);
                worst = state.compareTo(worst) < 0 ? state : worst;
            }
        }
        return worst;
    }

    /** What was asked for. */
    public ViewQuery query() {
        return query;
    }

    /** How many rows are shown. */
    public int rowCount() {
        return rows.size();
    }

    /** How many lines there are, with the headings. */
    public int lineCount() {
        return lines.size();
    }

    /** Lines from one to before another; what lies beyond the last is left out. */
    public List<Line> lines(int from, int to) {
        int first = Math.max(0, Math.min(from, lines.size()));
        return lines.subList(first, Math.max(first, Math.min(to, lines.size())));
    }

    /** The rows of lines from one to before another, from 0. */
    public List<Integer> rows(int from, int to) {
        return lines(from, to).stream()
                .flatMap(line -> line instanceof Line.Piece piece
                        ? java.util.stream.Stream.of(piece.row())
                        : java.util.stream.Stream.empty())
                .toList();
    }

    /** The line on which a row stands, from 0; empty if it is not shown. */
    public Optional<Integer> lineOf(int row) {
        int at = lines.indexOf(new Line.Piece(row));
        return at < 0 ? Optional.empty() : Optional.of(at);
    }
}
