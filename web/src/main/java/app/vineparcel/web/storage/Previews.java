package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderListener;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.render.SmallPicture;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
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
                 "format": {"type": "webp", "quality": 88}, "metadata": {"keep": "none"}}"""),
        /** For contact sheets. */
        SHEET(
                """
                {"recipe": 1, "size": {"mode": "inside", "width": 700, "height": 700},
                 "format": {"type": "jpeg", "quality": 85}, "metadata": {"keep": "none"}}"""),
        /** Stands for a picture on a page while that loads. */
        SKETCH(
                """
                {"recipe": 1, "size": {"mode": "inside", "width": 16, "height": 16},
                 "format": {"type": "png"}, "metadata": {"keep": "none"}}""");

        private final Recipe recipe;

        Kind(String json) {
            try {
                this.recipe = RecipeReader.read(json, name());
            } catch (RecipeException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private static final int AT_ONCE = 2;

    private final StorageSettings settings;
    private final SourceReader reader;
    private final Semaphore making = new Semaphore(AT_ONCE);

    Previews(StorageSettings settings, SourceReader reader) {
        this.settings = settings;
        this.reader = reader;
    }

    /** The place of a preview that has been made, if it has. */
    public Optional<Path> find(Kind kind, String key) {
        return Optional.of(place(kind, key)).filter(Files::exists);
    }

    /**
     * Renders a piece and keeps its preview.
     *
     * @param key names the preview among its kind
     * @throws ProblemException if the piece cannot be read to its end
     */
    public Path make(Kind kind, String key, PlanPiece piece) throws ProblemException {
        Map<String, Problem> failed = make(kind, Map.of(key, piece));
        if (failed.containsKey(key)) {
            throw new ProblemException(failed.get(key));
        }
        return place(kind, key);
    }

    /**
     * Renders pieces, those of one document while it is open.
     *
     * @param wanted pieces by the keys of their previews
     * @return why those that failed did, by key
     */
    public Map<String, Problem> make(Kind kind, Map<String, PlanPiece> wanted) {
        Planner planner = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);
        PlanColumn column = new PlanColumn("", kind.recipe, "", "");
        List<PlannedRendition> planned = new ArrayList<>();
        wanted.forEach((key, piece) -> planned.add(planner.plan(piece, column).to(key)));
        Map<String, Problem> failed = new ConcurrentHashMap<>();
        RenditionSink sink = (path, content) -> stored(content, place(kind, path));
        RenderListener listener = (rendition, outcome) -> {
            if (outcome instanceof Outcome.Failed failure) {
                failed.put(rendition.path(), failure.problem());
            }
        };
        int threads = Math.max(1, settings.threads() - 1); // one stays free for the page that waits for them
        new RenderRun(reader, Shelf.EMPTY, sink, listener, () -> false).render(new Plan(planned), threads);
        return failed;
    }

    /**
     * Makes the preview of a whole picture from as few of its pixels as its format gives.
     *
     * @param known what inspecting it gave
     * @return what was found of it on the way
     * @throws ProblemException if it cannot be read to its end
     */
    public SmallPicture.Found small(Kind kind, String key, Path picture, SourceInfo known) throws ProblemException {
        return SmallPicture.make(
                reader, picture, known, kind.recipe, (path, content) -> stored(content, place(kind, key)));
    }

    /** The preview of a file, or of the first piece in it, made where it is missing; few are made at once, since a page may ask for many. */
    public Path of(Kind kind, String key, Path picture) throws ProblemException {
        Optional<Path> made = find(kind, key);
        if (made.isPresent()) {
            return made.get();
        }
        making.acquireUninterruptibly();
        try {
            Optional<Path> meanwhile = find(kind, key);
            if (meanwhile.isPresent()) {
                return meanwhile.get();
            }
            SourceReader.Contents contents = reader.contents(picture, SourceOptions.PLAIN);
            PlanPiece.Part first = PlanPiece.Part.plain(contents.pieces().get(0));
            return make(
                    kind,
                    key,
                    new PlanPiece(key, picture, key, contents.info(), Optional.of(FocalPoint.CENTRE), 1, first));
        } finally {
            making.release();
        }
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
                            Text.of("storage.the-preview-could-not"),
                            Text.of("storage.check-whether-the-disk")),
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
