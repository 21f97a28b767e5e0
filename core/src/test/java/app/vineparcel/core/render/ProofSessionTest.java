package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ProofSessionTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    private final ProofSession session = new ProofSession(READER, Shelf.EMPTY, 2);

    @TempDir
    Path folder;

    @AfterEach
    void close() {
        session.close();
    }

    private Path written(Pixels pixels, BuiltInProfile profile) throws Exception {
        Path file = folder.resolve("source.png");
        new PngFormat(pixels.hasAlpha() ? 32 : 24)
                .writer()
                .write(new Picture(pixels, profile.profile()), FileTags.profiled(72), file);
        return file;
    }

    private RecipePreview put(String column, Path file, String clauses) throws Exception {
        return put(column, PlanPiece.picture("", file, "piece", READER.inspect(file), Optional.empty(), 1), clauses);
    }

    private RecipePreview put(String column, PlanPiece piece, String clauses) throws Exception {
        PlannedRendition planned = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(List.of(piece), List.of(new PlanColumn(column, Rendering.recipe(clauses), "", "")))
                .renditions()
                .get(0);
        return session.put(column, planned);
    }

    private Pixels tile(String column, ProofLayer layer, int gain, int x, int y) throws Exception {
        Path png = Files.write(
                folder.resolve("tile.png"),
                session.tile(column, layer, gain, 0, x, y).orElseThrow());
        return READER.open(png).pixels();
    }

    @Test
    void tiles_are_the_renditions_own_pixels_and_carry_a_profile() throws Exception {
        Pixels photo = Pictures.photo(300, 270, 4);
        Path file = written(photo, BuiltInProfile.SRGB);
        RecipePreview made = put("a", file, "'format': {'type': 'png', 'bits': 24}");
        assertThat(made.difference().orElseThrow().score()).isEqualTo(100);
        assertThat(tile("a", ProofLayer.RENDITION, 1, 0, 0).bytes())
                .isEqualTo(photo.part(0, 0, new PixelSize(256, 256)).bytes());
        Pixels corner = tile("a", ProofLayer.RENDITION, 1, 1, 1);
        assertThat(corner.size()).isEqualTo(new PixelSize(44, 14));
        assertThat(corner.bytes())
                .isEqualTo(photo.part(256, 256, new PixelSize(44, 14)).bytes());
        assertThat(Programs.run("pngcheck", folder.resolve("tile.png").toString()))
                .startsWith("OK");
        assertThat(Programs.run(
                        "exiftool",
                        "-ProfileDescription",
                        folder.resolve("tile.png").toString()))
                .contains("sRGB");
        assertThat(session.tile("a", ProofLayer.RENDITION, 1, 0, 2, 0)).isEmpty();
        assertThat(session.tile("b", ProofLayer.RENDITION, 1, 0, 0, 0)).isEmpty();
        assertThat(session.distance("a")).isEqualTo(new ProofSession.Distance(0, 0));
    }

    /** A palette of two: 200 is nearer to 255, 40 to 0; what is lost is shown from middle grey, times the gain. */
    @Test
    void differences_and_clipping_are_counted_in_codes() throws Exception {
        Pixels steps = Pictures.rgb(64, 64, (x, y) -> x < 48 ? 0xffffff : y % 2 == 0 ? 0xff0000 : 0x808080);
        Path file = written(steps, BuiltInProfile.SRGB);
        put("a", file, "'format': {'type': 'jpeg', 'quality': 40}");
        Pixels before = tile("a", ProofLayer.SOURCE, 1, 0, 0);
        Pixels after = tile("a", ProofLayer.RENDITION, 1, 0, 0);
        Pixels difference = tile("a", ProofLayer.DIFFERENCE, 4, 0, 0);
        for (int x = 0; x < 64; x++) {
            int signed = after.sample(x, 9, 1) - before.sample(x, 9, 1);
            assertThat(difference.sample(x, 9, 1)).isEqualTo(Math.max(0, Math.min(255, 128 + 4 * signed)));
        }
        put("b", file, "'format': {'type': 'png', 'bits': 24}");
        double[][] clipped = session.clipped("b");
        assertThat(clipped[0][1]).isCloseTo(0.75 + 0.125, within(1e-9)); // white, and red on every other row
        assertThat(clipped[1][1]).isCloseTo(0.75, within(1e-9));
        assertThat(clipped[1][0]).isCloseTo(0.125, within(1e-9));
        Pixels shown = tile("b", ProofLayer.CLIPPING, 1, 0, 0);
        assertThat(List.of(shown.sample(60, 0, 0), shown.sample(60, 0, 1), shown.sample(60, 0, 2)))
                .containsExactly(255, 0, 0);
    }

    /** Pure red of a large space is beyond sRGB; half of the picture is that, the other half grey. */
    @Test
    void what_is_beyond_the_gamut_is_marked() throws Exception {
        Pixels half = Pictures.rgb(64, 64, (x, y) -> x < 32 ? 0xff0000 : 0x808080);
        Path file = written(half, BuiltInProfile.DISPLAY_P3);
        put("a", file, "'format': {'type': 'png', 'bits': 24}");
        assertThat(session.share("a", ProofLayer.GAMUT)).isCloseTo(0.5, within(0.001));
        put("b", file, "'format': {'type': 'png', 'bits': 24}, 'colour': {'profile': 'display-p3'}");
        assertThat(session.share("b", ProofLayer.GAMUT)).isZero();
    }

    /** On a canvas the piece lies in the middle: what is around it is no part of the source, and marks lie where the piece does. */
    @Test
    void marks_lie_where_the_piece_lies_on_its_canvas() throws Exception {
        Pixels half = Pictures.rgb(64, 64, (x, y) -> x < 32 ? 0xff0000 : 0x808080);
        Path file = written(half, BuiltInProfile.DISPLAY_P3);
        put(
                "a",
                file,
                "'size': {'mode': 'pad', 'width': 128, 'height': 64}, 'format': {'type': 'png', 'bits': 24}, 'background': '#808080'");
        assertThat(session.share("a", ProofLayer.GAMUT)).isCloseTo(0.25, within(0.001));
        Pixels seen = tile("a", ProofLayer.GAMUT, 1, 0, 0);
        assertThat(seen.sample(31, 20, 0)).isEqualTo(seen.sample(31, 20, 1)); // quiet grey
        assertThat(seen.sample(32, 20, 0)).isNotEqualTo(seen.sample(32, 20, 1));
        assertThat(seen.sample(63, 20, 0)).isNotEqualTo(seen.sample(63, 20, 1));
        assertThat(seen.sample(64, 20, 0)).isEqualTo(seen.sample(64, 20, 1));
    }

    /** White becomes paper, which is duller; black becomes ink, which is lighter than nothing. */
    @Test
    void a_press_prints_on_paper() throws Exception {
        Path file = written(Pictures.rgb(64, 64, (x, y) -> x < 32 ? 0xffffff : 0x000000), BuiltInProfile.SRGB);
        put("a", file, "'format': {'type': 'png', 'bits': 24}");
        put(
                "b",
                file,
                "'format': {'type': 'jpeg', 'quality': 95, 'chroma': '4:4:4'}, 'colour': {'profile': 'fogra39-coated'}");
        for (String column : new String[] {"a", "b"}) {
            Pixels seen = tile(column, ProofLayer.PRESS, 1, 0, 0);
            assertThat(seen.sample(4, 30, 1)).as("paper of %s", column).isBetween(200, 250);
            assertThat(seen.sample(60, 30, 1)).as("ink of %s", column).isBetween(10, 70);
        }
    }

    /** A white leaf on a clear ground is lost on a white matte, and not on a dark one. */
    @Test
    void what_is_lost_on_the_matte_is_marked() throws Exception {
        byte[] rgba = new byte[4 * 64 * 64];
        for (int i = 0; i < 64 * 64; i++) {
            Arrays.fill(rgba, 4 * i, 4 * i + 3, (byte) 250);
            rgba[4 * i + 3] = (byte) (i % 64 < 16 ? 255 : 0);
        }
        Path file = written(Pixels.of8(new PixelSize(64, 64), 4, true, rgba), BuiltInProfile.SRGB);
        put("a", file, "'format': {'type': 'jpeg'}, 'background': '#ffffff'");
        put("b", file, "'format': {'type': 'jpeg'}, 'background': '#202020'");
        assertThat(session.share("a", ProofLayer.MATTE)).isCloseTo(0.25, within(0.01));
        assertThat(session.share("b", ProofLayer.MATTE)).isZero();
    }

    /** Shapes are drawn upon the matte: which of them are lost there is to be seen in another drawing only. */
    @Test
    void drawn_shapes_that_are_lost_on_the_matte_are_marked() throws Exception {
        Path file = Files.writeString(
                folder.resolve("ink.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='64' height='64'><path d='M0 0h16v64h-16z' fill='#fff'/><path d='M32 0h16v64h-16z' fill='#c00'/></svg>");
        SourceReader.Contents contents = READER.contents(file, SourceOptions.PLAIN);
        PlanPiece piece = new PlanPiece(
                "",
                file,
                "ink",
                contents.info(),
                Optional.empty(),
                1,
                PlanPiece.Part.plain(contents.pieces().get(0)));
        put("a", piece, "'format': {'type': 'jpeg'}, 'background': '#ffffff'");
        put("b", piece, "'format': {'type': 'jpeg'}, 'background': '#202020'");
        assertThat(session.share("a", ProofLayer.MATTE)).isCloseTo(0.25, within(0.01));
        assertThat(session.share("b", ProofLayer.MATTE)).isZero();
    }

    /** A grey leaf on a clear ground: what is clear is stored as black, and is none. */
    @Test
    void what_is_clear_is_not_clipped() throws Exception {
        byte[] rgba = new byte[4 * 64 * 64];
        for (int i = 0; i < 64 * 64; i += 4) {
            Arrays.fill(rgba, 4 * i, 4 * i + 3, (byte) 128);
            rgba[4 * i + 3] = (byte) 255;
        }
        Path file = written(Pixels.of8(new PixelSize(64, 64), 4, true, rgba), BuiltInProfile.SRGB);
        put("a", file, "'format': {'type': 'png', 'bits': 32}");
        assertThat(session.clipped("a")).isDeepEqualTo(new double[3][2]);
        Pixels seen = tile("a", ProofLayer.CLIPPING, 1, 0, 0);
        assertThat(List.of(seen.sample(1, 0, 0), seen.sample(1, 0, 2)))
                .containsExactly(seen.sample(1, 0, 1), seen.sample(1, 0, 1));
    }

    /** Every rung is a file of its own, and what is asked twice is the same. */
    @Test
    void a_ladder_falls_with_quality_and_finds_the_lightest() throws Exception {
        Path file = written(Pictures.photo(400, 300, 9), BuiltInProfile.SRGB);
        PlanPiece piece = PlanPiece.picture("", file, "piece", READER.inspect(file), Optional.empty(), 1);
        PlannedRendition planned = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(
                        List.of(piece),
                        List.of(new PlanColumn("a", Rendering.recipe("'format': {'type': 'jpeg'}"), "", "")))
                .renditions()
                .get(0);
        Box region = new Box(40, 30, 208, 104);
        Ladder ladder = session.ladder(planned, region);
        Ladder.Rung fine = ladder.rung(planned.column().recipe().format().atWeightStep(92), region);
        Ladder.Rung coarse = ladder.rung(planned.column().recipe().format().atWeightStep(40), region);
        assertThat(fine.bytes()).isGreaterThan(coarse.bytes());
        assertThat(fine.score()).isGreaterThan(coarse.score());
        assertThat(fine.view().size()).isEqualTo(new PixelSize(208, 104));
        assertThat(fine.estimated()).isFalse();
        Ladder.Lightest lightest = ladder.lightest(planned.column().recipe().format(), 80);
        assertThat(lightest.near()).isTrue();
        assertThat(ladder.score(lightest.format())).isEqualTo(lightest.score()).isGreaterThanOrEqualTo(80);
    }
}
