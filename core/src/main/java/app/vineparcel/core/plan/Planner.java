package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.naming.NameFields;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import java.text.Normalizer;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Works out what a recipe makes of a piece: its crop, size, path, weight and findings. Used by one thread, for one plan. */
public final class Planner {

    private final String assignment;
    private final LocalDate today;
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
        this.assignment = assignment;
        this.today = today;
    }

    /** One rendition. */
    public PlannedRendition plan(PlanPiece piece, PlanColumn column) {
        Recipe recipe = column.recipe();
        Framing framing = new Fitting(
                        recipe.crop(), recipe.size().sizing(), recipe.size().enlarge())
                .frame(piece.info().size(), piece.focus().orElse(FocalPoint.CENTRE));
        NameFields fields = new NameFields(
                piece.info().stem(),
                piece.name(),
                recipe.title(),
                column.channel(),
                assignment,
                framing.canvas().width(),
                framing.canvas().height(),
                recipe.format().type(),
                piece.number(),
                today,
                piece.info().facts().taken());
        List<Finding> findings = new ArrayList<>(preflight.findings(piece.info(), recipe, framing));
        return new PlannedRendition(
                piece,
                column,
                framing,
                path(column, fields, findings),
                Math.min(
                        WeightModel.bytes(recipe.format(), framing.canvas()),
                        recipe.maxBytes().orElse(Long.MAX_VALUE)),
                List.copyOf(findings));
    }

    /** All pieces through all columns; renditions that would overwrite one another are found. */
    public Plan plan(List<PlanPiece> pieces, List<PlanColumn> columns) {
        List<PlannedRendition> renditions = new ArrayList<>();
        pieces.forEach(piece -> columns.forEach(column -> renditions.add(plan(piece, column))));
        return withoutCollisions(renditions);
    }

    /** A plan of these renditions in which every one but the first on the same path is blocked. */
    public static Plan withoutCollisions(List<PlannedRendition> renditions) {
        Map<String, PlannedRendition> taken = new HashMap<>();
        List<PlannedRendition> checked = new ArrayList<>();
        for (PlannedRendition rendition : renditions) {
            PlannedRendition first = taken.putIfAbsent(sameFile(rendition.path()), rendition);
            checked.add(first == null ? rendition : rendition.with(collision(first, rendition)));
        }
        return new Plan(checked);
    }

    private static Finding collision(PlannedRendition first, PlannedRendition second) {
        return new Finding(
                Finding.Level.BLOCKER,
                "same-path",
                "“%s” by “%s” is already to be written to %s. Put {width}, {recipe} or {n} into the name of “%s”."
                        .formatted(
                                first.piece().name(),
                                first.column().recipe().title(),
                                first.path(),
                                second.column().recipe().title()));
    }

    /** What common file systems take for the same name: without regard to case or Unicode form. */
    private static String sameFile(String path) {
        return Normalizer.normalize(path, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }

    private static String path(PlanColumn column, NameFields fields, List<Finding> findings) {
        Recipe recipe = column.recipe();
        try {
            return PathTemplate.parse(recipe.folder(), recipe.name())
                    .below(PathTemplate.folders(column.folder()))
                    .expand(fields, recipe.format().ending());
        } catch (TemplateException e) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "bad-template",
                    "The name or folder cannot be used: " + e.getMessage() + "."));
            return fields.stem() + "." + recipe.format().ending();
        }
    }
}
