package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;

/** Small sRGB pictures of large ones, made by the core's own rendering and kept in the data folder. */
@Component
public class Previews {

    /** What a preview is made for; the recipe says how large. */
    public enum Kind {
        THUMBNAIL(
                """
                {"recipe": 1, "size": {"mode": "inside", "width": 480, "height": 360},
                 "format": {"type": "webp", "quality": 78}, "metadata": {"keep": "none"}}"""),
        SCREEN(
                """
                {"recipe": 1, "size": {"mode": "inside", "width": 1400, "height": 1400},
                 "format": {"type": "webp", "quality": 88}, "metadata": {"keep": "none"}}""");

        private final Recipe recipe;

        Kind(String json) {
            try {
                this.recipe = RecipeReader.read(json, name());
            } catch (RecipeException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private final StorageSettings settings;
    private final SourceReader reader;

    Previews(StorageSettings settings, SourceReader reader) {
        this.settings = settings;
        this.reader = reader;
    }

    /** The place of a preview that has been made, if it has. */
    public Optional<Path> find(Kind kind, String key) {
        return Optional.of(place(kind, key)).filter(Files::exists);
    }

    /**
     * Reads a whole picture and makes its preview.
     *
     * @param key names the preview among its kind
     * @throws ProblemException if the picture cannot be read to its end
     */
    public Path make(Kind kind, String key, Path picture, SourceInfo info) throws ProblemException {
        Path place = place(kind, key);
        PlanPiece piece = PlanPiece.picture(key, picture, key, info, Optional.of(FocalPoint.CENTRE), 1);
        Plan plan = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(List.of(piece), List.of(new PlanColumn("", kind.recipe, "", "")));
        AtomicReference<Outcome> result = new AtomicReference<>();
        RenditionSink sink = (path, content) -> stored(content, place);
        new RenderRun(reader, Shelf.EMPTY, sink, (rendition, outcome) -> result.set(outcome), () -> false)
                .render(plan, 1);
        if (result.get() instanceof Outcome.Failed failed) {
            throw new ProblemException(failed.problem());
        }
        return place;
    }

    /** The preview, made where it is missing. */
    public Path of(Kind kind, String key, Path picture) throws ProblemException {
        Optional<Path> made = find(kind, key);
        return made.isPresent() ? made.get() : make(kind, key, picture, reader.inspect(picture));
    }

    private static RenditionSink.Placed stored(RenditionSink.Content content, Path place) throws ProblemException {
        Path beside = place.resolveSibling(
                place.getFileName() + "." + Thread.currentThread().getId() + ".part");
        try {
            Files.createDirectories(place.getParent());
            content.writeTo(beside);
            Files.move(beside, place, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            return new RenditionSink.Placed(Files.size(place), "");
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            place.getFileName().toString(),
                            "The preview could not be kept.",
                            "Look whether the disk of the data folder is full."),
                    e);
        }
    }

    private Path place(Kind kind, String key) {
        return settings.dataFolder()
                .toAbsolutePath()
                .resolve("previews")
                .resolve(kind.name().toLowerCase(java.util.Locale.ROOT))
                .resolve(key + ".webp");
    }
}
