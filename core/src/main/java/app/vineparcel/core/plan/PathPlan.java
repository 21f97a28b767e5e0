package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.naming.NameFields;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.Template;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.SourceInfo;
import java.text.Normalizer;
import java.time.LocalDate;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Where renditions go. What a column's templates and a piece's facts say is worked out once. Used by one thread. */
final class PathPlan {

    private final String assignment;
    private final LocalDate today;
    private final Map<PlanColumn, Templates> templates = new IdentityHashMap<>();
    private final Map<SourceInfo, Map<String, String>> facts = new IdentityHashMap<>();

    /**
     * A plan of paths.
     *
     * @param assignment for {@code {assignment}} in names
     * @param today for {@code {date}} in names
     */
    PathPlan(String assignment, LocalDate today) {
        this.assignment = assignment;
        this.today = today;
    }

    /** A column's templates, or why they cannot be used. */
    private record Templates(Optional<PathTemplate> sound, Optional<TemplateException> broken) {

        static Templates of(PlanColumn column) {
            try {
                return new Templates(Optional.of(template(column)), Optional.empty());
            } catch (TemplateException e) {
                return new Templates(Optional.empty(), Optional.of(e));
            }
        }
    }

    /**
     * Where one rendition goes.
     *
     * @param path relative, with {@code /} between folders
     * @param lacking fields of its name or folder that come out empty, since the picture does not say them
     */
    record Place(String path, List<String> lacking) {}

    /**
     * The place of one rendition.
     *
     * @param name of what it shows
     */
    Place place(PlanPiece piece, String name, PlanColumn column, PixelSize size) throws TemplateException {
        Recipe recipe = column.recipe();
        NameFields fields = new NameFields(
                new NameFields.Shown(
                        piece.info().stem(),
                        name,
                        piece.number(),
                        piece.info().facts().taken(),
                        facts.computeIfAbsent(piece.info(), info -> info.facts().fields())),
                new NameFields.File(
                        recipe.title(),
                        column.channel(),
                        size.width(),
                        size.height(),
                        column.density(),
                        recipe.format().type()),
                assignment,
                today);
        Templates known = templates.computeIfAbsent(column, Templates::of);
        if (known.broken().isPresent()) {
            throw known.broken().get();
        }
        PathTemplate template = known.sound().orElseThrow();
        List<String> lacking = template.templates()
                .flatMap(one -> one.lacking(fields).stream())
                .distinct()
                .toList();
        return new Place(
                template.expand(fields, recipe.format().ending(piece.info().fileName())), lacking);
    }

    /** The templates of a column's folder and name, as they come together. */
    private static PathTemplate template(PlanColumn column) throws TemplateException {
        Recipe recipe = column.recipe();
        boolean shapes = recipe.format().isVector();
        String folder = column.placement()
                .folder()
                .orElseGet(() -> column.rules().scheme().folder(recipe.folder(), shapes));
        List<Template> outer = PathTemplate.folders(column.folder());
        String name = recipe.name() + column.placement().suffix();
        PathTemplate plain = PathTemplate.parse(folder, name);
        boolean told = Stream.concat(outer.stream(), plain.templates()).anyMatch(Template::tellsDensity);
        return told || !recipe.size().isLadder() || shapes
                ? plain.below(outer)
                : PathTemplate.parse(folder, name + "{density}").below(outer);
    }

    /** What common file systems take for the same name: without regard to case or Unicode form. */
    static String sameFile(String path) {
        boolean plain = path.chars().allMatch(letter -> letter < 128);
        return (plain ? path : Normalizer.normalize(path, Normalizer.Form.NFC)).toLowerCase(Locale.ROOT);
    }
}
