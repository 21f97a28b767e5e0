package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.naming.NameFields;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.Template;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.recipe.Recipe;
import java.text.Normalizer;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Where renditions go.
 *
 * @param assignment for {@code {assignment}} in names
 * @param today for {@code {date}} in names
 */
record PathPlan(String assignment, LocalDate today) {

    /**
     * The path of one rendition.
     *
     * @param name of what it shows
     */
    String path(PlanPiece piece, String name, PlanColumn column, PixelSize size) throws TemplateException {
        Recipe recipe = column.recipe();
        NameFields fields = new NameFields(
                piece.info().stem(),
                name,
                recipe.title(),
                column.channel(),
                assignment,
                size.width(),
                size.height(),
                column.density(),
                recipe.format().type(),
                piece.number(),
                today,
                piece.info().facts().taken());
        return template(column).expand(fields, recipe.format().ending());
    }

    private static PathTemplate template(PlanColumn column) throws TemplateException {
        Recipe recipe = column.recipe();
        PathTemplate plain = PathTemplate.parse(recipe.folder(), recipe.name());
        List<Template> outer = PathTemplate.folders(column.folder());
        boolean told = Stream.concat(outer.stream(), plain.templates()).anyMatch(Template::tellsDensity);
        if (told || !recipe.size().isLadder() || recipe.format().isVector()) {
            return plain.below(outer);
        }
        return switch (column.rules().densities()) {
            case SUFFIX ->
                PathTemplate.parse(recipe.folder(), recipe.name() + "{density}").below(outer);
            case FOLDER ->
                PathTemplate.parse(recipe.folder() + "/{scale}", recipe.name()).below(outer);
        };
    }

    /** What common file systems take for the same name: without regard to case or Unicode form. */
    static String sameFile(String path) {
        return Normalizer.normalize(path, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }
}
