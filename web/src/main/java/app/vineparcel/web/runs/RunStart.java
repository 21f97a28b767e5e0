package app.vineparcel.web.runs;

import app.vineparcel.core.plan.Fingerprints;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.plan.MadeStates;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.render.Effort;
import app.vineparcel.core.render.Order;
import app.vineparcel.core.render.WorkUnits;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.sources.PieceOrigins;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Starts runs: freezes every rendition as it was shown, leaves alone what is in place and unchanged, and queues the rest. */
@Component
public class RunStart {

    /** Into how many shares the pieces of one document are cut, so that several threads work on it. */
    private static final int SHARES = 4;

    /** How many orders of unchanged files are kept together. */
    private static final int TOGETHER = 50;

    private static final int BATCH = 500;
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String INSERT =
            """
            insert into rendition (run_id, position, source_id, source_number, channel, recipe_title, path, piece_id, density, pages, recipe_id,
                recipe_version, channel_id, source_word, framing, state, width, height, predicted_bytes, unit, fingerprint, recipe_word, cost)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String AS_BEFORE =
            """
            update rendition r set width = o.width, height = o.height, bytes = o.bytes, sha256 = o.sha256, modified = o.modified,
                   clipped = o.clipped, written = o.written, notices = o.notices
            from rendition o where o.id = ? and r.run_id = ? and r.position = ?""";

    /**
     * How a run is wished.
     *
     * @param asked a word of the page that asks, up to 64 letters; empty if it has none
     * @param afresh whether what is unchanged is made again too
     * @param at not before then
     */
    public record Wish(String asked, boolean afresh, Optional<Instant> at) {

        /** At once, and only what changed. */
        public static Wish by(String asked) {
            return new Wish(asked, false, Optional.empty());
        }
    }

    private final RunRepository runs;
    private final RunStates states;
    private final MadeFiles made;
    private final DeliveredFiles deliveredFiles;
    private final PieceService pieces;
    private final PieceOrigins origins;
    private final RecipeService recipes;
    private final Shelf shelf;
    private final DeliveryFolders folders;
    private final JdbcTemplate database;
    private final List<RunListener> listeners;
    private final Clock clock;

    RunStart(
            RunRepository runs,
            RunStates states,
            MadeFiles made,
            DeliveredFiles deliveredFiles,
            PieceService pieces,
            PieceOrigins origins,
            RecipeService recipes,
            Shelf shelf,
            DeliveryFolders folders,
            JdbcTemplate database,
            List<RunListener> listeners,
            Clock clock) {
        this.listeners = listeners;
        this.runs = runs;
        this.states = states;
        this.made = made;
        this.deliveredFiles = deliveredFiles;
        this.pieces = pieces;
        this.origins = origins;
        this.recipes = recipes;
        this.shelf = shelf;
        this.folders = folders;
        this.database = database;
        this.clock = clock;
    }

    /** A rendition on its way into the database. */
    private record Row(int position, PlannedRendition planned, Order order, int unit, double cost, long before) {

        boolean isUnchanged() {
            return before > 0;
        }
    }

    /**
     * Keeps what shall be made and queues it; returns the run's key. The same plan sent again while its run goes on, or by the same page, is that
     * run.
     */
    @Transactional
    public long start(Assignment assignment, Plan plan, Wish wish) {
        runs.waitForTurn(assignment.id());
        Fingerprints prints = new Fingerprints(shelf);
        Map<PlannedRendition, Order> orders = new IdentityHashMap<>();
        plan.renditions().forEach(planned -> orders.put(planned, Order.of(planned, shelf, prints)));
        String word = word(plan, orders);
        Optional<RunEntity> last = runs.findFirstByAssignmentIdOrderByNumberDesc(assignment.id())
                .filter(run -> run.isAlso(word, wish.asked()));
        if (last.isPresent()) {
            return last.get().id();
        }
        RunEntity run = runs.saveAndFlush(new RunEntity(
                assignment.id(),
                runs.lastNumber(assignment.id()) + 1,
                clock.instant(),
                word,
                wish,
                runs.lastPlace() + 1));
        List<Row> rows = rows(assignment.id(), plan, orders, wish.afresh());
        insert(run.id(), assignment.id(), rows);
        listeners.forEach(listener -> listener.started(run.id()));
        states.queue(run.id());
        states.endIfThrough(run.id());
        return run.id();
    }

    /** What is made together gets the same unit; what is in place and unchanged is in units that nobody makes, up to 0. */
    private List<Row> rows(long assignmentId, Plan plan, Map<PlannedRendition, Order> orders, boolean afresh) {
        Map<PlannedRendition, Long> unchanged = afresh ? Map.of() : unchanged(assignmentId, plan, orders);
        Map<PlannedRendition, Integer> units = new IdentityHashMap<>();
        Map<PlannedRendition, Double> costs = new IdentityHashMap<>();
        Plan toMake = new Plan(plan.renditions().stream()
                .filter(planned -> !unchanged.containsKey(planned))
                .toList());
        int number = 0;
        for (List<PlannedRendition> unit : WorkUnits.of(toMake, SHARES)) {
            number++;
            double[] efforts = Effort.of(unit);
            for (int i = 0; i < unit.size(); i++) {
                units.put(unit.get(i), number);
                costs.put(unit.get(i), efforts[i]);
            }
        }
        List<Row> rows = new ArrayList<>();
        for (PlannedRendition planned : plan.renditions()) {
            rows.add(new Row(
                    rows.size() + 1,
                    planned,
                    orders.get(planned),
                    units.getOrDefault(planned, -(rows.size() / TOGETHER)),
                    costs.getOrDefault(planned, 0.0),
                    unchanged.getOrDefault(planned, 0L)));
        }
        return rows;
    }

    /** Those whose last file is in place and was made from the same, with the keys of those that made it. */
    private Map<PlannedRendition, Long> unchanged(long assignmentId, Plan plan, Map<PlannedRendition, Order> orders) {
        Map<String, MadeFiles.Last> last = made.byPath(assignmentId);
        Path root = folders.of(assignmentId);
        Map<PlannedRendition, Long> unchanged = new IdentityHashMap<>();
        for (PlannedRendition planned : plan.renditions()) {
            MadeFiles.Last before = last.get(planned.path());
            Optional<String> print = orders.get(planned).fingerprint();
            if (before != null
                    && planned.canBeMade()
                    && print.isPresent()
                    && print.get().equals(before.fingerprint())
                    && deliveredFiles.of(root, before.file()) == MadeFile.Result.IN_PLACE) {
                unchanged.put(planned, before.rendition());
            }
        }
        return unchanged;
    }

    private void insert(long runId, long assignmentId, List<Row> rows) {
        Map<Long, PieceOrigins.Origin> from = origins.of(pieces.chosen(
                assignmentId,
                rows.stream()
                        .map(row -> Long.valueOf(row.planned().piece().id()))
                        .distinct()
                        .toList()));
        Map<Long, Integer> versions =
                recipes.all().stream().collect(Collectors.toMap(StoredRecipe::id, StoredRecipe::version));
        Map<Recipe, String> words = new IdentityHashMap<>();
        database.batchUpdate(INSERT, rows, BATCH, (statement, row) -> {
            PlannedRendition planned = row.planned();
            PlanColumn column = planned.column();
            PieceOrigins.Origin origin = from.get(Long.valueOf(planned.piece().id()));
            if (origin == null) {
                throw new IllegalStateException("a piece that was just planned is gone");
            }
            String[] keys = column.id().split("\\.");
            boolean ofChannel = keys.length == 2; // columns are named by channel and recipe
            long recipe = ofChannel ? Long.parseLong(keys[1]) : 0;
            Object[] values = {
                runId,
                row.position(),
                origin.sourceId(),
                planned.piece().number(),
                column.channel(),
                column.recipe().title(),
                planned.path(),
                Long.valueOf(planned.piece().id()),
                column.density(),
                planned.pages().stream().map(PlanPiece::id).collect(Collectors.joining(",")),
                ofChannel ? recipe : null,
                ofChannel ? versions.getOrDefault(recipe, 0) : null,
                ofChannel ? Long.valueOf(keys[0]) : null,
                origin.word(),
                MadeStates.word(planned.framing()),
                (row.isUnchanged() ? Rendition.State.UNCHANGED : Rendition.State.WAITING).name(),
                planned.size().width(),
                planned.size().height(),
                planned.predictedBytes(),
                row.unit(),
                row.order().fingerprint().orElse(""),
                words.computeIfAbsent(column.recipe(), MadeStates::word),
                row.cost()
            };
            for (int i = 0; i < values.length; i++) {
                if (values[i] == null) {
                    statement.setNull(i + 1, Types.BIGINT);
                } else {
                    statement.setObject(i + 1, values[i]);
                }
            }
        });
        database.batchUpdate(AS_BEFORE, rows.stream().filter(Row::isUnchanged).toList(), BATCH, (statement, row) -> {
            statement.setLong(1, row.before());
            statement.setLong(2, runId);
            statement.setInt(3, row.position());
        });
        insertOrders(runId, rows);
    }

    private void insertOrders(long runId, List<Row> rows) {
        Map<Integer, StringBuilder> units = new HashMap<>();
        for (Row row : rows) {
            StringBuilder unit = units.computeIfAbsent(row.unit(), number -> new StringBuilder("{"));
            unit.append(unit.length() > 1 ? "," : "")
                    .append(JSON.writeValueAsString(String.valueOf(row.position())))
                    .append(':')
                    .append(row.order().written());
        }
        database.batchUpdate(
                "insert into work_unit (run_id, number, orders) values (?, ?, ?)",
                List.copyOf(units.entrySet()),
                BATCH,
                (statement, unit) -> {
                    statement.setLong(1, runId);
                    statement.setInt(2, unit.getKey());
                    statement.setString(3, unit.getValue().append('}').toString());
                });
    }

    /** SHA-256 over everything that is made, and of what. */
    private static String word(Plan plan, Map<PlannedRendition, Order> orders) {
        StringBuilder all = new StringBuilder();
        for (PlannedRendition planned : plan.renditions()) {
            Order order = orders.get(planned);
            all.append(planned.path())
                    .append(' ')
                    .append(order.fingerprint().orElseGet(order::written))
                    .append('\n');
        }
        return FileContent.sum(all.toString().getBytes(StandardCharsets.UTF_8));
    }
}
