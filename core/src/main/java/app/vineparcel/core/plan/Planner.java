package app.vineparcel.core.plan;

import app.vineparcel.core.FileSize;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Works out what a recipe makes of a piece: its crop, size, path, weight and findings. Used by one thread, for one plan. */
public final class Planner {

    private static final int LONG_PATH = 200;
    private static final int LONGEST_PATH = 1000;
    /** A prediction of the least weight has to be so much above a limit. */
    private static final double UNSURE = 1.03;

    private final PathPlan paths;
    private final Preflight preflight;

    /**
     * A planner.
     *
     * @param assignment for {@code {assignment}} in names
     * @param today for {@code {date}} in names
     * @param shelf where the profiles and marks that recipes name are found
     */
    public Planner(String assignment, LocalDate today, Shelf shelf) {
        this.preflight = new Preflight(shelf);
        this.paths = new PathPlan(assignment, today);
    }

    /** One rendition of one piece, at the column's density. */
    public PlannedRendition plan(PlanPiece piece, PlanColumn column) {
        return plan(piece, piece.name(), column, List.of());
    }

    private PlannedRendition plan(PlanPiece piece, String name, PlanColumn column, List<PlanPiece> pages) {
        Recipe recipe = column.recipe();
        Framing framing = Frames.frame(piece, column);
        List<Finding> findings = new ArrayList<>(preflight.findings(piece, column, framing));
        String path;
        try {
            PathPlan.Place place = paths.place(piece, name, column, framing.canvas());
            path = place.path();
            if (!place.lacking().isEmpty()) {
                findings.add(new Finding(
                        Finding.Level.HINT,
                        "empty-field",
                        "The picture has no value for {%s}; that part of the name or folder is left out."
                                .formatted(String.join("}, {", place.lacking()))));
            }
        } catch (TemplateException e) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "bad-template",
                    "The name or folder cannot be used: " + e.getMessage() + "."));
            path = piece.info().stem() + "."
                    + recipe.format().ending(piece.info().fileName());
        }
        length(path).ifPresent(findings::add);
        MetadataPreflight.check(piece, column, path, findings);
        reachable(piece, column, framing).ifPresent(findings::add);
        return new PlannedRendition(
                piece,
                column,
                framing,
                path,
                Math.min(
                        WeightModel.bytes(recipe.usualFormat(), recipe.sharpen(), framing, piece),
                        recipe.maxBytes().orElse(Long.MAX_VALUE)),
                List.copyOf(findings),
                pages);
    }

    /** Whether a weight limit can be kept at all, with room for what the prediction may be off. */
    private static Optional<Finding> reachable(PlanPiece piece, PlanColumn column, Framing framing) {
        Recipe recipe = column.recipe();
        long limit = recipe.maxBytes().orElse(Long.MAX_VALUE);
        if (limit == Long.MAX_VALUE
                || piece.known().facts().isEmpty()
                || recipe.format().isVector()) {
            return Optional.empty();
        }
        long least = WeightModel.least(recipe.format(), recipe.sharpen(), framing, piece);
        return least > limit * UNSURE
                ? Optional.of(new Finding(
                        Finding.Level.BLOCKER,
                        "limit-unreachable",
                        "At the lowest quality it would be about %s, and the limit is %s. Make it smaller, choose another format, or raise the limit."
                                .formatted(FileSize.rounded(least), FileSize.stated(limit))))
                : Optional.empty();
    }

    /** Some systems take no path beyond 260 characters, none one beyond some thousand. */
    private static Optional<Finding> length(String path) {
        if (path.length() > LONGEST_PATH) {
            return Optional.of(new Finding(
                    Finding.Level.BLOCKER,
                    "long-path",
                    "Its folders and name have %,d characters together; up to %,d can be written. Shorten them."
                            .formatted(path.length(), LONGEST_PATH)));
        }
        return path.length() > LONG_PATH
                ? Optional.of(new Finding(
                        Finding.Level.CAUTION,
                        "long-path",
                        "Its folders and name have %d characters together; some systems stop at 260, with the folders above. Shorten them."
                                .formatted(path.length())))
                : Optional.empty();
    }

    /** One file of several pieces, in their order; at least one. */
    public PlannedRendition combined(List<PlanPiece> pieces, PlanColumn column) {
        PlanPiece first = pieces.get(0);
        List<PlannedRendition> pages =
                pieces.stream().map(piece -> plan(piece, column)).toList();
        PlannedRendition all = plan(first, first.info().stem(), column, List.copyOf(pieces));
        List<Finding> findings = pages.stream()
                .flatMap(page -> page.findings().stream()
                        .map(finding -> finding.of(page.piece().name())))
                .distinct()
                .toList();
        return new PlannedRendition(
                first,
                column,
                all.framing(),
                all.path(),
                pages.stream().mapToLong(PlannedRendition::predictedBytes).sum(),
                findings,
                all.pages());
    }

    /** All pieces through all columns, in every density; renditions that would overwrite one another are found. */
    public Plan plan(List<PlanPiece> pieces, List<PlanColumn> columns) {
        List<PlannedRendition> renditions = new ArrayList<>();
        for (PlanPiece piece : pieces) {
            for (PlanColumn column : columns) {
                if (combines(column)) {
                    if (piece == pieces.get(0)) {
                        renditions.add(combined(pieces, column));
                    }
                } else {
                    column.ladder().forEach(step -> renditions.add(plan(piece, step)));
                }
            }
        }
        return withoutCollisions(renditions);
    }

    /**
     * Why a recipe says nothing to a piece, whatever is changed in either: a picture among shapes. Such a cell of a grid is empty; asked for all the
     * same, its rendition is blocked.
     */
    public static Optional<String> notFor(PlanPiece piece, PlanColumn column) {
        return PiecePreflight.notFor(piece, column.recipe().format());
    }

    /** Whether a column puts all pieces into one file. */
    public static boolean combines(PlanColumn column) {
        return column.recipe()
                .format()
                .shapes()
                .filter(shapes -> shapes.pages().combine())
                .isPresent();
    }

    /** A plan of these renditions in which every one but the first on the same path is blocked. */
    public static Plan withoutCollisions(List<PlannedRendition> renditions) {
        Map<String, PlannedRendition> taken = new HashMap<>();
        List<PlannedRendition> checked = new ArrayList<>();
        for (PlannedRendition rendition : renditions) {
            PlannedRendition first = taken.putIfAbsent(PathPlan.sameFile(rendition.path()), rendition);
            checked.add(first == null ? rendition : rendition.with(collision(first, rendition)));
        }
        return new Plan(checked);
    }

    static Finding collision(PlannedRendition first, PlannedRendition second) {
        boolean sameRecipe = first.column().recipe().equals(second.column().recipe());
        return new Finding(
                Finding.Level.BLOCKER,
                Finding.SAME_PATH,
                "“%s” with “%s” already goes to %s. Add %s to the name of “%s”."
                        .formatted(
                                first.piece().name(),
                                first.column().recipe().title(),
                                first.path(),
                                sameRecipe
                                                && !first.piece()
                                                        .name()
                                                        .equals(second.piece().name())
                                        ? "{piece} or {n}"
                                        : "{width}, {recipe} or {n}",
                                second.column().recipe().title()));
    }
}
