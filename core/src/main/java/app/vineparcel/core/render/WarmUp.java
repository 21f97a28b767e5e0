package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.Fingerprints;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * Renders a small made-up picture a few times, so that a worker has loaded and mostly compiled what it needs before somebody waits for its first file.
 * No result depends on it.
 */
public final class WarmUp {

    private static final PixelSize SIZE = new PixelSize(1500, 1000);
    private static final int ROUNDS = 3;
    private static final List<String> RECIPES = List.of(
            """
            {"recipe": 1, "title": "whole", "format": {"quality": 92, "chroma": "4:4:4"}, "folder": "a"}""",
            """
            {"recipe": 1, "title": "half", "size": {"mode": "long-edge", "px": 512}, "sharpen": {"for": "screen", "strength": 30},
             "watermark": {"mark": "made-up.svg", "scale": 0.2}, "format": {"quality": 82, "progressive": true}, "folder": "b"}""",
            """
            {"recipe": 1, "title": "square", "size": {"mode": "fill", "width": 270, "height": 270}, "format": {"type": "webp"}, "folder": "c"}""",
            """
            {"recipe": 1, "title": "small", "size": {"mode": "long-edge", "px": 100}, "format": {"type": "png"}, "folder": "d"}""");

    private static final String MARK =
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><circle cx="20" cy="20" r="15" fill="#fff"/>\
            <text x="30" y="30" font-family="IBM Plex Sans" font-size="12" fill="#000">up</text></svg>""";

    /** EXIF of one field: what was stored as its right side is the top (EXIF 2.32, tag 274). */
    private static final byte[] ON_ITS_SIDE = {
        'I', 'I', 42, 0, 8, 0, 0, 0, 1, 0, 0x12, 0x01, 3, 0, 1, 0, 0, 0, 6, 0, 0, 0, 0, 0, 0, 0
    };

    private WarmUp() {}

    /**
     * Does it; what comes of it is deleted.
     *
     * @param folder an empty one, for a moment
     * @throws IOException if nothing can be written there, or something could not be rendered
     */
    public static void in(Path folder) throws IOException {
        Path file = folder.resolve("made-up.jpg");
        new JpegFormat(90, false, Chroma.HALF)
                .writer()
                .write(new Picture(madeUp(), BuiltInProfile.DISPLAY_P3.profile()), tags(), file);
        Path mark = Files.writeString(folder.resolve("made-up.svg"), MARK);
        try {
            Shelf shelf = new FolderShelf(List.of(folder));
            SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
            SourceInfo info = reader.inspect(file);
            PlanPiece piece = PlanPiece.picture("", file, info.stem(), info, Optional.of(FocalPoint.CENTRE), 1);
            List<PlanColumn> columns = new ArrayList<>();
            for (String recipe : RECIPES) {
                columns.add(new PlanColumn("", RecipeReader.read(recipe, ""), "", ""));
            }
            var plan = new Planner("", LocalDate.EPOCH, shelf).plan(List.of(piece), columns);
            Fingerprints prints = new Fingerprints(shelf);
            plan.renditions()
                    .forEach(planned ->
                            Order.read(Order.of(planned, shelf, prints).written()));
            Path made = folder.resolve("made-up");
            RenditionSink sink = (path, content) -> written(made, content);
            List<Problem> problems = Collections.synchronizedList(new ArrayList<>());
            RenderListener listener = (rendition, outcome) -> {
                if (outcome instanceof Outcome.Failed failed) {
                    problems.add(failed.problem());
                }
            };
            for (int round = 0; round < ROUNDS; round++) {
                new RenderRun(reader, shelf, sink, listener, () -> false).render(plan, 1);
            }
            Files.deleteIfExists(made);
            if (!problems.isEmpty()) {
                throw new ProblemException(problems.get(0));
            }
        } catch (ProblemException | RecipeException e) {
            throw new IOException(e);
        } finally {
            Files.delete(file);
            Files.delete(mark);
        }
    }

    private static FileTags tags() {
        return new FileTags(true, 72, Optional.of(ON_ITS_SIDE), Optional.empty(), Optional.empty());
    }

    private static RenditionSink.Placed written(Path file, RenditionSink.Content content) {
        try {
            content.writeTo(file);
            return new RenditionSink.Placed(Files.size(file), "");
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Colours that run, with grain. */
    private static Pixels madeUp() {
        byte[] samples = new byte[Math.toIntExact(SIZE.pixels() * 3)];
        for (int i = 0; i < samples.length; i++) {
            int pixel = i / 3;
            int grain = pixel * 0x9e3779b1 >>> 28;
            samples[i] = (byte) (40 + (i % 3) * 30 + pixel % SIZE.width() / 12 + grain);
        }
        return Pixels.of8(SIZE, 3, false, samples);
    }
}
