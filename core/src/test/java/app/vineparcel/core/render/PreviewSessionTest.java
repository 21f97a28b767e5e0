package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PreviewSessionTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private Path source;
    private FolderShelf shelf;
    private PreviewSession session;

    @BeforeEach
    void lays_a_picture_open() throws Exception {
        source = folder.resolve("field.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(400, 300, 5)), FileTags.plain(72), source);
        shelf = new FolderShelf(List.of(folder));
        session = new PreviewSession(READER, shelf, 1);
    }

    @AfterEach
    void closes_the_bench() {
        session.close();
    }

    private PlannedRendition planned(String clauses) throws ProblemException {
        var info = READER.inspect(source);
        PlanPiece piece = PlanPiece.picture("1", source, info.stem(), info, Optional.empty(), 1);
        return new Planner("", LocalDate.EPOCH, shelf)
                .plan(piece, new PlanColumn("", Rendering.recipe(clauses), "", ""));
    }

    private RecipePreview put(String clauses) throws ProblemException {
        return session.put(planned(clauses), () -> false).orElseThrow();
    }

    /** What the trial says is what a run makes, whatever was tried before on the same session. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "'size': {'mode': 'long-edge', 'px': 200}, 'format': {'type': 'jpeg', 'quality': 70}",
                "'size': {'mode': 'long-edge', 'px': 200}, 'sharpen': {'for': 'screen'}, 'format': {'type': 'jpeg', 'max-bytes': 5000}",
                "'crop': {'aspect': '1:1'}, 'watermark': {'text': 'Harrow Lane', 'scale': 0.5}, 'format': {'type': 'webp'}",
                "'colour': {'profile': 'display-p3'}, 'format': {'type': 'tiff', 'bits': 16}",
                "'size': {'mode': 'pad', 'width': 100, 'height': 200}, 'format': {'type': 'png', 'bits': 8, 'colours': 16}",
            })
    void a_trial_tells_what_a_run_makes(String clauses) throws Exception {
        put("'size': {'mode': 'long-edge', 'px': 200}, 'format': {'type': 'jpeg', 'quality': 30}");
        RecipePreview trial = put(clauses);
        Path made = Files.createDirectory(folder.resolve("made"));
        Outcome.Done done = Rendering.done(source, made, clauses);
        assertThat(trial.size()).isEqualTo(done.size());
        assertThat(trial.bytes()).isEqualTo(done.bytes());
        assertThat(trial.format()).isEqualTo(done.format());
        assertThat(trial.clipped()).isEqualTo(done.clipped());
    }

    /** Choices for each clause that the pixels or the file depend on; a walk changes one at a time. */
    private static final List<List<String>> CHOICES = List.of(
            List.of("'crop': {}", "'crop': {'aspect': '1:1'}", "'crop': {'aspect': '16:9'}"),
            List.of(
                    "'size': {'mode': 'long-edge', 'px': 180}",
                    "'size': {'mode': 'fill', 'width': 90, 'height': 120}",
                    "'size': {'mode': 'scale', 'factor': 0.5}"),
            List.of("'colour': {}", "'colour': {'profile': 'display-p3'}", "'colour': {'profile': 'grey-2.2'}"),
            List.of("'background': 'transparent'", "'background': '#204060'"),
            List.of("'sharpen': {}", "'sharpen': {'for': 'screen', 'strength': 80}", "'sharpen': {'for': 'coated'}"),
            List.of(
                    "no watermark",
                    "'watermark': {'mark': 'leaf.svg', 'scale': 0.3}",
                    "'watermark': {'mark': 'leaf.svg', 'scale': 0.3, 'rotation': 30, 'anchor': 'top-left'}",
                    "'watermark': {'mark': 'leaf.svg', 'mark-on-dark': 'leaf-light.svg', 'adapts': true, 'scale': 0.2}",
                    "'watermark': {'text': 'Harrow Lane', 'scale': 0.5, 'opacity': 0.5}"),
            List.of(
                    "'format': {'type': 'jpeg', 'quality': 60}",
                    "'format': {'type': 'jpeg', 'max-bytes': 4000}",
                    "'format': {'type': 'png', 'bits': 24}",
                    "'format': {'type': 'png', 'bits': 8, 'colours': 24}",
                    "'format': {'type': 'webp', 'quality': 50}",
                    "'format': {'type': 'tiff', 'bits': 16}"),
            List.of(
                    "'metadata': {'keep': 'all'}",
                    "'metadata': {'keep': 'none'}",
                    "'metadata': {'set': {'creator': 'I. Fenwright'}}"));

    /** Nothing that was kept from an earlier trial shows in a later one. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void a_walk_through_recipes_leaves_no_trace(long seed) throws Exception {
        for (String name : List.of("leaf.svg", "leaf-light.svg")) {
            Files.writeString(
                    folder.resolve(name),
                    "<svg xmlns='http://www.w3.org/2000/svg' width='60' height='40'><path d='M0 40C0 0 60 0 60 0 60 40 20 40 0 40' fill='%s'/></svg>"
                            .formatted(name.equals("leaf.svg") ? "#1f2622" : "#ffffff"));
        }
        Path made = Files.createDirectory(folder.resolve("made"));
        for (Path mark : List.of(folder.resolve("leaf.svg"), folder.resolve("leaf-light.svg"))) {
            Files.copy(mark, made.resolve(mark.getFileName()));
        }
        Random random = new Random(seed);
        int[] chosen = new int[CHOICES.size()];
        for (int step = 0; step < 14; step++) {
            int clause = random.nextInt(chosen.length);
            chosen[clause] = random.nextInt(CHOICES.get(clause).size());
            String clauses = IntStream.range(0, chosen.length)
                    .mapToObj(i -> CHOICES.get(i).get(chosen[i]))
                    .filter(text -> !text.equals("no watermark"))
                    .collect(Collectors.joining(", "));
            RecipePreview trial = put(clauses);
            Outcome.Done done = Rendering.done(source, made, clauses);
            assertThat(trial.bytes()).as(clauses).isEqualTo(done.bytes());
            assertThat(trial.size()).as(clauses).isEqualTo(done.size());
            assertThat(trial.format()).as(clauses).isEqualTo(done.format());
            assertThat(trial.clipped()).as(clauses).isEqualTo(done.clipped());
        }
    }

    @Test
    void lossless_files_lose_nothing_and_less_quality_loses_more() throws Exception {
        assertThat(put("'format': {'type': 'png', 'bits': 24}")
                        .difference()
                        .orElseThrow()
                        .similarity())
                .isCloseTo(1, within(1e-6));
        double fine =
                put("'format': {'quality': 95}").difference().orElseThrow().similarity();
        double coarse =
                put("'format': {'quality': 20}").difference().orElseThrow().similarity();
        assertThat(coarse).isLessThan(fine);
        assertThat(fine).isBetween(0.95, 1.0);
    }

    @Test
    void avif_is_decoded_to_be_compared() throws Exception {
        assertThat(put("'format': {'type': 'avif', 'quality': 80}")
                        .difference()
                        .orElseThrow()
                        .similarity())
                .isBetween(0.9, 1.0);
    }

    @Test
    void the_mark_lies_where_its_anchor_says() throws Exception {
        Box mark = put("'watermark': {'text': 'Harrow Lane', 'scale': 0.5, 'anchor': 'top-left', 'inset': 0.1}")
                .mark()
                .orElseThrow();
        assertThat(mark.x()).isEqualTo(30);
        assertThat(mark.y()).isEqualTo(30);
        assertThat(mark.width()).isEqualTo(150);
    }

    @Test
    void views_show_the_file_and_the_source_at_the_same_place() throws Exception {
        put(
                "'format': {'type': 'png', 'bits': 24}, 'watermark': {'text': 'HL', 'scale': 1, 'anchor': 'centre', 'colour': '#ff0000'}");
        PreviewViews views = session.views().orElseThrow();
        Box corner = new Box(0, 0, 40, 30);
        PreviewViews.View after = views.after(corner, new PixelSize(40, 30));
        assertThat(after.size()).isEqualTo(new PixelSize(40, 30));
        assertThat(after.rgba()).hasSize(40 * 30 * 4);
        assertThat(views.before(corner, new PixelSize(40, 30)).rgba())
                .as("no mark in the corner")
                .isEqualTo(after.rgba());
        Box middle = new Box(100, 100, 200, 100);
        assertThat(views.before(middle, new PixelSize(200, 100)).rgba())
                .as("a mark in the middle")
                .isNotEqualTo(views.after(middle, new PixelSize(200, 100)).rgba());
        assertThat(views.after(new Box(390, 290, 40, 40), new PixelSize(40, 40)).size())
                .as("what lies beyond is left out")
                .isEqualTo(new PixelSize(10, 10));
    }

    /** Before its file is made, a part of a rendition already looks as it will. */
    @Test
    void a_first_look_is_the_same_as_the_finished_part() throws Exception {
        put("'format': {'type': 'png', 'bits': 24}");
        String sharp = "'sharpen': {'for': 'screen', 'strength': 80}, 'watermark': {'text': 'Harrow Lane', 'scale': 1},"
                + " 'colour': {'profile': 'display-p3'}, 'format': {'type': 'png', 'bits': 24}";
        Box part = new Box(60, 200, 170, 90);
        PreviewViews.View view = session.quickView(planned(sharp), part).orElseThrow();
        put(sharp);
        assertThat(view.size()).isEqualTo(new PixelSize(170, 90));
        assertThat(view.rgba())
                .isEqualTo(session.views()
                        .orElseThrow()
                        .after(part, new PixelSize(170, 90))
                        .rgba());
        assertThat(session.quickView(planned("'size': {'mode': 'width', 'px': 90}"), new Box(0, 0, 9, 9)))
                .as("another size has to be resampled as a whole")
                .isEmpty();
    }

    @Test
    void an_overtaken_trial_stops_between_its_steps() throws Exception {
        AtomicInteger asked = new AtomicInteger();
        assertThat(session.put(planned("'format': {'quality': 70}"), () -> asked.incrementAndGet() >= 2))
                .isEmpty();
        assertThat(asked).hasValue(2);
        assertThat(session.views()).isEmpty();
        assertThat(put("'format': {'quality': 70}").bytes()).isPositive();
    }

    @Test
    void shapes_stay_shapes_and_are_looked_at_as_pixels() throws Exception {
        Path svg = Files.writeString(
                folder.resolve("label.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='60' height='40'><path d='M10 10h20v20h-20z' fill='#c00'/></svg>");
        SourceReader.Contents contents = READER.contents(svg, SourceOptions.PLAIN);
        Piece piece = contents.pieces().get(0);
        PlanPiece planPiece =
                new PlanPiece("1", svg, "label", contents.info(), Optional.empty(), 1, PlanPiece.Part.plain(piece));
        Planner planner = new Planner("", LocalDate.EPOCH, shelf);
        PlannedRendition print = planner.plan(
                planPiece,
                new PlanColumn(
                        "",
                        Rendering.recipe("'colour': {'profile': 'fogra39-coated'}, 'format': {'type': 'pdf'}"),
                        "",
                        ""));
        assertThat(session.put(print, () -> false).orElseThrow().profile()).isEqualTo("FOGRA39L Coated");
        PlannedRendition planned =
                planner.plan(planPiece, new PlanColumn("", Rendering.recipe("'format': {'type': 'svg'}"), "", ""));
        RecipePreview trial = session.put(planned, () -> false).orElseThrow();
        assertThat(trial.difference()).isEmpty();
        assertThat(trial.bytes()).isBetween(50L, 3000L);
        byte[] seen = session.views()
                .orElseThrow()
                .after(new Box(20, 20, 1, 1), new PixelSize(1, 1))
                .rgba();
        assertThat(seen).containsExactly(0xcc, 0, 0, 0xff);
    }

    @Test
    void what_cannot_be_made_says_why_and_leaves_nothing() throws Exception {
        long before = leftovers();
        assertThatThrownBy(() -> put("'format': {'max-bytes': 10}")).isInstanceOf(ProblemException.class);
        assertThat(leftovers()).isEqualTo(before);
    }

    private static long leftovers() throws Exception {
        try (var files = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
            return files.filter(file -> file.getFileName().toString().startsWith("vine-parcel-preview"))
                    .count();
        }
    }

    /** A look from further away shows what the file shows, in its colours, and fits where it is shown. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "'size': {'mode': 'long-edge', 'px': 240}, 'format': {'type': 'jpeg', 'quality': 95}",
                "'crop': {'aspect': '1:1'}, 'watermark': {'text': 'H', 'scale': 0.5}, 'format': {'type': 'png'}",
                "'size': {'mode': 'pad', 'width': 300, 'height': 400}, 'background': '#204060', 'format': {'type': 'jpeg', 'quality': 95}",
                "'colour': {'profile': 'grey-2.2'}, 'format': {'type': 'tiff'}",
            })
    void a_glance_is_the_file_seen_from_further_away(String clauses) throws Exception {
        PlannedRendition planned = planned(clauses);
        PreviewViews.View glance = session.glance(planned, new PixelSize(90, 80));
        assertThat(glance.size().width()).isLessThanOrEqualTo(90);
        assertThat(glance.size().height()).isLessThanOrEqualTo(80);
        put(clauses);
        PreviewViews.View file =
                session.views().orElseThrow().after(planned.size().box(), glance.size());
        double sum = 0;
        for (int i = 0; i < glance.rgba().length; i++) {
            sum += Math.abs((glance.rgba()[i] & 0xff) - (file.rgba()[i] & 0xff));
        }
        assertThat(sum / glance.rgba().length).isLessThan(5);
    }
}
