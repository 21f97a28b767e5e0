package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.codec.jpeg.CmykJpeg;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RenderRunTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    /** Copies what is placed into a folder, so that this test needs nothing of delivery. */
    private RenditionSink into(String name) {
        return (path, content) -> {
            try {
                Path file = folder.resolve(name).resolve(path);
                Files.createDirectories(file.getParent());
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(new Problem.CannotWrite(path, "", ""), e);
            }
        };
    }

    private static Recipe recipe(String clauses) {
        try {
            return RecipeReader.read("{\"recipe\": 1, \"title\": \"T\", " + clauses.replace('\'', '"') + "}", "");
        } catch (RecipeException e) {
            throw new AssertionError(e);
        }
    }

    private static Plan plan(List<Path> files, Recipe... recipes) throws ProblemException {
        List<PlanPiece> pieces = new ArrayList<>();
        for (Path file : files) {
            pieces.add(PlanPiece.picture(
                    "", file, "piece", READER.inspect(file), Optional.of(FocalPoint.CENTRE), pieces.size() + 1));
        }
        List<PlanColumn> columns = new ArrayList<>();
        for (Recipe recipe : recipes) {
            columns.add(new PlanColumn("", recipe, "", ""));
        }
        return new Planner("", LocalDate.of(2026, 10, 3), Shelf.EMPTY).plan(pieces, columns);
    }

    private Map<String, Outcome> render(Plan plan, String into, int threads) {
        Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
        new RenderRun(
                        READER,
                        Shelf.EMPTY,
                        into(into),
                        (rendition, outcome) -> outcomes.put(rendition.path(), outcome),
                        () -> false)
                .render(plan, threads);
        return outcomes;
    }

    private Path jpeg(String name, Pixels pixels, BuiltInProfile profile, int exifOrientation) throws IOException {
        byte[] exif = new TiffDirectory()
                .put(0x0112, TiffField.shorts(exifOrientation))
                .put(0x013b, TiffField.ascii("Ida Fennel"))
                .put(0x8298, TiffField.ascii("© Harrow Lane Growers"))
                .toBlock();
        Path file = folder.resolve(name);
        new JpegFormat(95, false, Chroma.FULL)
                .writer()
                .write(
                        new Picture(pixels, profile.profile()),
                        new FileTags(true, 300, Optional.of(exif), Optional.empty(), Optional.empty()),
                        file);
        return file;
    }

    @Test
    void one_source_goes_through_all_its_recipes() throws Exception {
        Path source = jpeg("field.jpg", Pictures.photo(300, 200, 1), BuiltInProfile.DISPLAY_P3, 6);
        Plan plan = plan(
                List.of(source),
                recipe("'size': {'mode': 'long-edge', 'px': 150}, 'name': '{stem}-{width}'"),
                recipe("'size': {'mode': 'fill', 'width': 80, 'height': 80}, 'format': {'type': 'webp'}"),
                recipe("'format': {'type': 'tiff', 'bits': 16}, 'colour': {'profile': 'romm-rgb'}, 'folder': 'print'"),
                recipe("'size': {'mode': 'pad', 'width': 90, 'height': 90}, 'format': {'type': 'png'}"));
        assertThat(plan.renditions())
                .extracting(PlannedRendition::path)
                .containsExactly("field-100.jpg", "field.webp", "print/field.tif", "field.png");
        Map<String, Outcome> outcomes = render(plan, "out", 2);
        assertThat(outcomes.values()).allMatch(Outcome.Done.class::isInstance).hasSize(4);
        for (PlannedRendition planned : plan.renditions()) {
            var info = READER.inspect(folder.resolve("out").resolve(planned.path()));
            assertThat(info.size()).as(planned.path()).isEqualTo(planned.size());
            assertThat(info.facts().orientation().exif()).isEqualTo(1);
        }
        assertThat(READER.inspect(folder.resolve("out/print/field.tif")).profileTitle())
                .contains("ROMM RGB");
        for (PlannedRendition planned : plan.renditions()) {
            PhotoFacts facts = READER.inspect(folder.resolve("out").resolve(planned.path()))
                    .facts();
            assertThat(facts.rights().creator()).as(planned.path()).contains("Ida Fennel");
            assertThat(facts.rights().copyright()).as(planned.path()).contains("© Harrow Lane Growers");
        }
    }

    @Test
    void a_colour_of_display_p3_arrives_as_the_same_colour_in_srgb() throws Exception {
        Path source = jpeg(
                "patch.jpg", Pictures.rgb(64, 64, (x, y) -> 200 << 16 | 120 << 8 | 90), BuiltInProfile.DISPLAY_P3, 1);
        render(
                plan(List.of(source), recipe("'format': {'type': 'png'}, 'size': {'mode': 'width', 'px': 16}")),
                "out",
                1);
        Pixels out = PictureReaders.of(SourceFormat.PNG)
                .read(folder.resolve("out/patch.png"))
                .pixels();
        assertThat(out.sample(8, 8, 0)).isBetween(211, 215);
        assertThat(out.sample(8, 8, 1)).isBetween(113, 117);
        assertThat(out.sample(8, 8, 2)).isBetween(81, 85);
    }

    @Test
    void cmyk_becomes_srgb_with_white_paper_and_black_black() throws Exception {
        Path paper = CmykJpeg.write(folder.resolve("paper.jpg"), 2, 0, 0, 0, 0);
        Path black = CmykJpeg.write(folder.resolve("black.jpg"), 0, 255, 255, 255, 255);
        Path magenta = CmykJpeg.write(folder.resolve("magenta.jpg"), 0, 0, 255, 0, 0);
        render(plan(List.of(paper, black, magenta), recipe("'format': {'type': 'png'}")), "out", 1);
        assertThat(middle("paper.png")).satisfies(rgb -> assertThat(rgb).allMatch(v -> v >= 252));
        assertThat(middle("black.png")).satisfies(rgb -> assertThat(rgb).allMatch(v -> v <= 4));
        List<Integer> ink = middle("magenta.png");
        assertThat(ink.get(0)).isGreaterThan(180);
        assertThat(ink.get(1)).isLessThan(60);
        assertThat(ink.get(2)).isBetween(90, 170);
    }

    private List<Integer> middle(String name) throws IOException {
        Pixels pixels = PictureReaders.of(SourceFormat.PNG)
                .read(folder.resolve("out").resolve(name))
                .pixels();
        return List.of(pixels.sample(8, 8, 0), pixels.sample(8, 8, 1), pixels.sample(8, 8, 2));
    }

    @Test
    void the_same_run_gives_the_same_bytes() throws Exception {
        Path source = jpeg("field.jpg", Pictures.photo(300, 200, 1), BuiltInProfile.ADOBE_RGB_COMPATIBLE, 1);
        Plan plan = plan(
                List.of(source),
                recipe("'size': {'mode': 'long-edge', 'px': 150}"),
                recipe("'format': {'type': 'png'}"),
                recipe("'format': {'type': 'webp'}"),
                recipe("'format': {'type': 'tiff', 'bits': 16}"));
        render(plan, "first", 1);
        render(plan, "second", 3);
        for (PlannedRendition planned : plan.renditions()) {
            assertThat(folder.resolve("second").resolve(planned.path()))
                    .hasSameBinaryContentAs(folder.resolve("first").resolve(planned.path()));
        }
    }

    /** A listener that throws, a sink that ends in an error of the machine: every rendition has its outcome all the same. */
    @Test
    void nothing_that_is_thrown_stops_the_others() throws Exception {
        Path source = jpeg("field.jpg", Pictures.photo(60, 40, 1), BuiltInProfile.SRGB, 1);
        Plan plan = plan(List.of(source), recipe("'folder': 'a'"), recipe("'folder': 'b'"), recipe("'folder': 'c'"));
        Map<String, Outcome> outcomes = new java.util.concurrent.ConcurrentHashMap<>();
        RenderListener throwing = new RenderListener() {
            @Override
            public boolean starts(PlannedRendition rendition) {
                throw new IllegalStateException("made up");
            }

            @Override
            public void finished(PlannedRendition rendition, Outcome outcome) {
                outcomes.put(rendition.path(), outcome);
                throw new NoClassDefFoundError("made up");
            }
        };
        RenditionSink placed = into("out");
        RenditionSink sink = (path, content) -> {
            if (path.startsWith("b/")) {
                throw new StackOverflowError("made up");
            }
            return placed.place(path, content);
        };
        new RenderRun(new SourceReader(SourceReader.USUAL_BUDGET), Shelf.EMPTY, sink, throwing, () -> false)
                .render(plan, 1);
        assertThat(outcomes.get("a/field.jpg")).isInstanceOf(Outcome.Done.class);
        assertThat(problem(outcomes, "b/field.jpg").reason()).contains("too deep");
        assertThat(outcomes.get("c/field.jpg")).isInstanceOf(Outcome.Done.class);
    }

    /** A shadow that fades away, flattened on white, against the browser's own picture of the same file on a white page. */
    @Test
    void transparency_is_flattened_as_a_browser_shows_it() throws Exception {
        byte[] shadow = new byte[64 * 64 * 4];
        for (int i = 0; i < 64 * 64; i++) {
            shadow[4 * i] = (byte) (i % 64 * 2);
            shadow[4 * i + 2] = (byte) 90;
            shadow[4 * i + 3] = (byte) (i / 64 * 4);
        }
        Path source = folder.resolve("shadow.png");
        Pixels clear = Pixels.of8(new PixelSize(64, 64), 4, true, shadow);
        new PngFormat(32).writer().write(new Picture(clear, BuiltInProfile.SRGB.profile()), FileTags.plain(72), source);
        render(plan(List.of(source), recipe("'format': {'type': 'png', 'bits': 24}, 'name': 'flat'")), "out", 1);
        Path page = Files.writeString(
                folder.resolve("page.html"), "<body style='margin:0;background:#fff'><img src='shadow.png'></body>");
        Path seen = folder.resolve("seen.png");
        Programs.run(
                System.getenv().getOrDefault("CHROMIUM", "chromium"),
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--force-color-profile=srgb",
                "--user-data-dir=" + folder.resolve("profile"),
                "--window-size=64,64",
                "--screenshot=" + seen,
                page.toUri().toString());
        java.awt.image.BufferedImage browser = javax.imageio.ImageIO.read(seen.toFile());
        java.awt.image.BufferedImage ours =
                javax.imageio.ImageIO.read(folder.resolve("out/flat.png").toFile());
        for (int i = 0; i < 64 * 64; i++) {
            for (int shift = 0; shift < 24; shift += 8) {
                int there = browser.getRGB(i % 64, i / 64) >> shift & 255;
                assertThat(ours.getRGB(i % 64, i / 64) >> shift & 255).isBetween(there - 2, there + 2);
            }
        }
    }

    @Test
    void a_source_that_fails_stops_no_other() throws Exception {
        Path sound = jpeg("sound.jpg", Pictures.photo(60, 40, 1), BuiltInProfile.SRGB, 1);
        Path broken = jpeg("broken.jpg", Pictures.photo(200, 200, 1), BuiltInProfile.SRGB, 1);
        Path gone = jpeg("gone.jpg", Pictures.photo(60, 40, 1), BuiltInProfile.SRGB, 1);
        Plan plan = plan(List.of(broken, gone, sound), recipe("'folder': 'a'"), recipe("'folder': 'b'"));
        byte[] whole = Files.readAllBytes(broken);
        Files.write(broken, java.util.Arrays.copyOf(whole, whole.length / 2));
        Files.delete(gone);
        Map<String, Outcome> outcomes = render(plan, "out", 2);
        assertThat(outcomes.get("a/sound.jpg")).isInstanceOf(Outcome.Done.class);
        assertThat(outcomes.get("b/sound.jpg")).isInstanceOf(Outcome.Done.class);
        assertThat(problem(outcomes, "a/broken.jpg").sentence()).contains("broken.jpg", "is cut off before the end");
        assertThat(problem(outcomes, "b/gone.jpg").sentence()).contains("gone.jpg", "is missing");
        assertThat(folder.resolve("out/a/broken.jpg")).doesNotExist();
    }

    private static Problem problem(Map<String, Outcome> outcomes, String path) {
        return ((Outcome.Failed) outcomes.get(path)).problem();
    }

    @Test
    void two_renditions_never_share_a_path() throws Exception {
        Path source = jpeg("field.jpg", Pictures.photo(60, 40, 1), BuiltInProfile.SRGB, 1);
        Plan plan = plan(List.of(source), recipe("'name': 'x'"), recipe("'name': 'X', 'format': {'quality': 50}"));
        assertThat(plan.renditions().get(0).canBeMade()).isTrue();
        assertThat(plan.renditions().get(1).findings())
                .extracting(f -> f.code())
                .containsExactly("same-path");
        assertThat(problem(render(plan, "out", 1), "X.jpg").reason()).contains("already goes to");
    }

    @Test
    void stopping_leaves_the_rest_out() throws Exception {
        Path source = jpeg("field.jpg", Pictures.photo(60, 40, 1), BuiltInProfile.SRGB, 1);
        Plan plan = plan(List.of(source), recipe("'folder': 'a'"), recipe("'folder': 'b'"), recipe("'folder': 'c'"));
        List<Outcome> outcomes = new ArrayList<>();
        new RenderRun(
                        READER,
                        Shelf.EMPTY,
                        into("out"),
                        (r, outcome) -> outcomes.add(outcome),
                        () -> !outcomes.isEmpty())
                .render(plan, 1);
        assertThat(outcomes.get(0)).isInstanceOf(Outcome.Done.class);
        assertThat(outcomes.subList(1, 3)).allMatch(Outcome.LeftOut.class::isInstance);
    }

    @Test
    void transparency_is_flattened_on_the_matte_or_kept() throws Exception {
        Pixels clear = Pixels.of8(new PixelSize(20, 20), 4, true, new byte[20 * 20 * 4]);
        Path source = folder.resolve("clear.png");
        new PngFormat(32).writer().write(Pictures.picture(clear), FileTags.plain(72), source);
        render(
                plan(
                        List.of(source),
                        recipe("'format': {'type': 'png', 'bits': 24}, 'background': '#204060', 'name': 'matte'"),
                        recipe("'format': {'type': 'png', 'bits': 24}, 'name': 'white'"),
                        recipe(
                                "'format': {'type': 'png'}, 'size': {'mode': 'pad', 'width': 10, 'height': 20}, 'name': 'kept'")),
                "out",
                1);
        assertThat(middle("matte.png")).containsExactly(0x20, 0x40, 0x60);
        assertThat(middle("white.png")).containsExactly(255, 255, 255);
        Pixels kept = PictureReaders.of(SourceFormat.PNG)
                .read(folder.resolve("out/kept.png"))
                .pixels();
        assertThat(kept.size()).isEqualTo(new PixelSize(10, 20));
        assertThat(kept.sample(5, 10, 3)).isZero();
    }

    /** Sixteen bits in and out: a slope finer than 8 bits can say keeps its steps, converted or not. */
    @Test
    void sixteen_bits_never_pass_through_eight() throws Exception {
        short[] slope = new short[1000 * 4 * 3];
        for (int i = 0; i < slope.length; i++) {
            slope[i] = (short) (20_000 + i / 3 % 1000);
        }
        Picture fine =
                new Picture(Pixels.of16(new PixelSize(1000, 4), 3, false, slope), BuiltInProfile.DISPLAY_P3.profile());
        Path source = folder.resolve("slope.png");
        new PngFormat(48).writer().write(fine, FileTags.profiled(72), source);
        Plan plan = plan(
                List.of(source),
                recipe("'format': {'type': 'tiff', 'bits': 16}, 'colour': {'profile': 'display-p3'}, 'folder': 'same'"),
                recipe("'format': {'type': 'tiff', 'bits': 16}, 'colour': {'profile': 'romm-rgb'}, 'folder': 'romm'"),
                recipe("'format': {'type': 'png', 'bits': 24}, 'folder': 'eight'"));
        render(plan, "out", 1);
        Pixels same = PictureReaders.of(SourceFormat.TIFF)
                .read(folder.resolve("out/same/slope.tif"))
                .pixels();
        assertThat(same.shorts()).isEqualTo(slope);
        Pixels romm = PictureReaders.of(SourceFormat.TIFF)
                .read(folder.resolve("out/romm/slope.tif"))
                .pixels();
        assertThat(java.util.stream.IntStream.range(0, 1000)
                        .map(x -> romm.sample(x, 2, 0))
                        .distinct()
                        .count())
                .isGreaterThan(800);
        Pixels eight = PictureReaders.of(SourceFormat.PNG)
                .read(folder.resolve("out/eight/slope.png"))
                .pixels();
        assertThat(java.util.stream.IntStream.range(60, 200)
                        .map(x -> eight.sample(x, 2, 0))
                        .distinct()
                        .count())
                .as("dithered between two codes")
                .isEqualTo(2);
    }

    /** CMYK that stays CMYK: as TIFF and JPEG with its inks kept, and refused in words where that cannot be. */
    @Test
    void inks_stay_as_they_stand_where_a_format_takes_them() throws Exception {
        Path inks = CmykJpeg.write(folder.resolve("inks.jpg"), 0, 120, 30, 200, 15);
        String asSource = "'colour': {'profile': 'as-source', 'embed': false}, ";
        Map<String, Outcome> outcomes = render(
                plan(
                        List.of(inks),
                        recipe(asSource + "'format': {'type': 'tiff'}, 'size': {'mode': 'width', 'px': 8}"),
                        recipe(asSource + "'format': {'quality': 100, 'chroma': '4:4:4'}"),
                        recipe(asSource + "'format': {'type': 'webp'}"),
                        recipe(asSource
                                + "'format': {'type': 'tiff'}, 'sharpen': {'for': 'coated'}, 'folder': 'sharp'")),
                "out",
                1);
        for (var written : Map.of("inks.tif", SourceFormat.TIFF, "inks.jpg", SourceFormat.JPEG)
                .entrySet()) {
            var back = PictureReaders.of(written.getValue())
                    .read(folder.resolve("out").resolve(written.getKey()));
            assertThat(back.model()).isEqualTo(app.vineparcel.core.colour.ColourModel.CMYK);
            int[] wanted = {120, 30, 200, 15};
            for (int ink = 0; ink < 4; ink++) {
                assertThat(back.pixels().sample(4, 4, ink)).isBetween(wanted[ink] - 3, wanted[ink] + 3);
            }
        }
        assertThat(problem(outcomes, "inks.webp").sentence()).contains("WebP cannot hold CMYK");
        assertThat(problem(outcomes, "sharp/inks.tif").sentence()).contains("cannot be sharpened or watermarked");
    }
}
