package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlannerTest {

    private static final Planner PLANNER = new Planner("Autumn catalogue", LocalDate.of(2026, 10, 5), Shelf.EMPTY);

    private static PlanPiece piece(
            String fileName, int width, int height, Optional<ColourModel> model, Optional<String> fault, int number) {
        PhotoFacts facts = new PhotoFacts(
                Orientation.TOP_LEFT,
                Optional.of(LocalDateTime.of(2026, 10, 3, 16, 12)),
                Optional.empty(),
                Optional.empty(),
                Rights.NONE,
                false);
        SourceInfo info = new SourceInfo(
                fileName,
                1000,
                SourceFormat.JPEG,
                new PixelSize(width, height),
                Optional.of("sRGB"),
                model,
                fault,
                facts,
                java.util.List.of());
        return PlanPiece.picture("", Path.of(fileName), info.stem(), info, Optional.of(FocalPoint.CENTRE), number);
    }

    private static PlanPiece photo(int width, int height) {
        return piece("Pears in the Crate.jpg", width, height, Optional.empty(), Optional.empty(), 4);
    }

    private static PlanColumn column(String channelFolder, String clauses) {
        try {
            String json = "{\"recipe\": 1, \"title\": \"Shop page\", " + clauses.replace('\'', '"') + "}";
            return new PlanColumn("", RecipeReader.read(json, ""), "Web shop", channelFolder);
        } catch (RecipeException e) {
            throw new AssertionError(e);
        }
    }

    private static List<String> codes(PlannedRendition planned) {
        return planned.findings().stream().map(f -> f.level() + " " + f.code()).toList();
    }

    @Test
    void the_path_is_channel_folder_recipe_folder_and_name() {
        PlanColumn column = column(
                "{channel|kebab}/{date:yyyy}",
                "'folder': '{recipe|kebab}', 'name': '{n:3}-{stem|kebab}-{width}', 'size': {'mode': 'width', 'px': 600}");
        assertThat(PLANNER.plan(photo(3000, 2000), column).path())
                .isEqualTo("web-shop/2026/shop-page/004-pears-in-the-crate-600.jpg");
    }

    @ParameterizedTest
    @CsvSource({"jpeg, jpg", "png, png", "webp, webp", "tiff, tif"})
    void the_ending_is_the_formats_own(String type, String ending) {
        assertThat(PLANNER.plan(photo(30, 20), column("", "'format': {'type': '" + type + "'}"))
                        .path())
                .isEqualTo("Pears in the Crate." + ending);
    }

    @Test
    void too_few_pixels_are_a_hint_and_enlarging_is_a_caution() {
        PlannedRendition kept = PLANNER.plan(photo(300, 200), column("", "'size': {'mode': 'long-edge', 'px': 900}"));
        assertThat(codes(kept)).containsExactly("HINT smaller-than-asked");
        assertThat(kept.findings().get(0).message()).contains("300 × 200", "900 × 600");
        PlannedRendition enlarged =
                PLANNER.plan(photo(300, 200), column("", "'size': {'mode': 'long-edge', 'px': 900, 'enlarge': true}"));
        assertThat(codes(enlarged)).containsExactly("CAUTION enlarged");
        assertThat(enlarged.findings().get(0).message()).contains("3.0 times");
        assertThat(codes(PLANNER.plan(photo(3000, 2000), column("", "'size': {'mode': 'long-edge', 'px': 900}"))))
                .isEmpty();
        assertThat(codes(PLANNER.plan(
                        photo(800, 600), column("", "'size': {'mode': 'fill', 'width': 1080, 'height': 1080}"))))
                .containsExactly("HINT smaller-than-asked");
    }

    @Test
    void what_a_format_cannot_hold_is_a_blocker() {
        PlannedRendition wide = PLANNER.plan(photo(30_000, 10), column("", "'format': {'type': 'webp'}"));
        assertThat(codes(wide)).containsExactly("BLOCKER too-large");
        assertThat(wide.findings().get(0).message()).contains("16383 px", "30000 × 10");
        assertThat(wide.canBeMade()).isFalse();
        assertThat(PLANNER.plan(photo(30_000, 10), column("", "'format': {'type': 'jpeg'}"))
                        .canBeMade())
                .isTrue();
    }

    @Test
    void profiles_that_stand_in_the_way_are_found() {
        PlanPiece inks = piece("inks.jpg", 30, 20, Optional.of(ColourModel.CMYK), Optional.empty(), 1);
        String asSource = "'colour': {'profile': 'as-source'}";
        assertThat(codes(PLANNER.plan(inks, column("", asSource)))).isEmpty();
        assertThat(codes(PLANNER.plan(inks, column("", asSource + ", 'format': {'type': 'png'}"))))
                .containsExactly("BLOCKER inks-in-format");
        assertThat(codes(PLANNER.plan(inks, column("", asSource + ", 'sharpen': {'for': 'screen'}"))))
                .containsExactly("BLOCKER inks-as-they-stand");
        assertThat(codes(PLANNER.plan(
                        photo(30, 20),
                        column("", "'colour': {'profile': 'House.icc'}, 'watermark': {'mark': 'leaf.svg'}"))))
                .containsExactly("BLOCKER no-profile", "BLOCKER no-mark");
        assertThat(codes(PLANNER.plan(
                        photo(30, 20), column("", "'format': {'type': 'gif'}, 'colour': {'profile': 'display-p3'}"))))
                .containsExactly("CAUTION no-place-for-profile");
        assertThat(codes(PLANNER.plan(inks, column("", "'colour': {'profile': 'srgb'}"))))
                .isEmpty();
        PlanPiece broken = piece("a.jpg", 30, 20, Optional.empty(), Optional.of("it has 3 bytes"), 1);
        PlannedRendition planned = PLANNER.plan(broken, column("", "'name': 'x'"));
        assertThat(codes(planned)).containsExactly("CAUTION broken-profile");
        assertThat(planned.findings().get(0).message()).contains("it has 3 bytes");
    }

    /** Names that only differ in case or in how an accent is composed are one file on many disks. */
    @Test
    void collisions_are_found_as_file_systems_see_them() {
        PlanPiece composed = piece("Pr\u00eale.jpg", 30, 20, Optional.empty(), Optional.empty(), 1);
        PlanPiece decomposed = piece("pre\u0302le.jpg", 30, 20, Optional.empty(), Optional.empty(), 2);
        PlanPiece other = piece("other.jpg", 30, 20, Optional.empty(), Optional.empty(), 3);
        Plan plan = PLANNER.plan(List.of(composed, decomposed, other), List.of(column("", "'folder': 'x'")));
        assertThat(plan.renditions()).extracting(PlannedRendition::canBeMade).containsExactly(true, false, true);
        assertThat(plan.count(Finding.Level.BLOCKER)).isEqualTo(1);
        assertThat(plan.predictedBytes())
                .isEqualTo(plan.renditions().get(0).predictedBytes()
                        + plan.renditions().get(2).predictedBytes());
    }

    @ParameterizedTest
    @CsvSource({"10, ''", "150, CAUTION long-path", "900, BLOCKER long-path"})
    void a_path_that_is_too_long_is_found(int letters, String finding) {
        String folder = "'folder': '" + ("x".repeat(100) + "/").repeat(letters / 100) + "x".repeat(letters % 100) + "'";
        PlannedRendition planned = PLANNER.plan(photo(400, 300), column("y".repeat(100), folder));
        assertThat(codes(planned)).isEqualTo(finding.isEmpty() ? List.of() : List.of(finding));
    }

    @Test
    void predicted_weights_rise_with_quality_and_pixels() {
        long before = 0;
        for (int quality = 1; quality <= 100; quality++) {
            long now = PLANNER.plan(photo(3000, 2000), column("", "'format': {'quality': " + quality + "}"))
                    .predictedBytes();
            assertThat(now).isGreaterThan(before);
            before = now;
        }
        before = 0;
        for (int px = 100; px <= 3000; px += 100) {
            long now = PLANNER.plan(photo(3000, 2000), column("", "'size': {'mode': 'width', 'px': " + px + "}"))
                    .predictedBytes();
            assertThat(now).isGreaterThan(before);
            before = now;
        }
        assertThat(PLANNER.plan(photo(100, 100), column("", "'format': {'type': 'tiff', 'compression': 'none'}"))
                        .predictedBytes())
                .isBetween(30_000L, 33_000L);
    }

    private static long weight(String format) {
        return PLANNER.plan(
                        photo(3000, 2000),
                        column("", "'size': {'mode': 'width', 'px': 2048}, 'format': {" + format + "}"))
                .predictedBytes();
    }

    /** More quality, more colours and more bits never weigh less, and a limit is never predicted to be passed. */
    @Test
    void predicted_weights_rise_with_what_is_asked() {
        for (String type : List.of("jpeg", "webp", "avif")) {
            long last = 0;
            for (int quality = 1; quality <= 100; quality++) {
                long weight = weight("'type': '" + type + "', 'quality': " + quality);
                assertThat(weight).as(type + " " + quality).isGreaterThanOrEqualTo(last);
                last = weight;
            }
        }
        for (String type : List.of("'type': 'png', 'bits': 8", "'type': 'gif'")) {
            long last = 0;
            for (int colours = 2; colours <= 256; colours++) {
                long weight = weight(type + ", 'colours': " + colours);
                assertThat(weight).as(type + " " + colours).isGreaterThanOrEqualTo(last);
                last = weight;
            }
            assertThat(weight(type + ", 'dither': false")).isLessThan(last);
        }
        assertThat(weight("'type': 'tiff', 'bits': 16")).isGreaterThan(weight("'type': 'tiff'"));
        assertThat(weight("'type': 'tiff', 'compression': 'none'")).isGreaterThan(3L * 2048 * 1365);
        assertThat(weight("'quality': 95, 'max-bytes': 90000")).isEqualTo(90_000);
    }

    @ParameterizedTest
    @CsvSource({
        "Shop/Plum.JPG, shop/plum.jpg",
        "K\u00d6RBE.jpg, k\u00f6rbe.jpg",
        "ko\u0308rbe.jpg, k\u00f6rbe.jpg",
    })
    void file_systems_take_names_for_the_same_without_regard_to_case_and_form(String one, String other) {
        assertThat(PathPlan.sameFile(one)).isEqualTo(other);
    }

    @Test
    void what_a_reader_found_is_explained_too() {
        assertThat(FindingGuide.why("soft")).contains("detail").doesNotContain("Found while reading");
        assertThat(FindingGuide.why("missing-font")).isEqualTo("Found while reading the source.");
        assertThat(FindingGuide.title("missing-font")).isEqualTo("Missing font");
        assertThat(FindingGuide.order("missing-font")).isGreaterThan(FindingGuide.order("empty-field"));
        assertThat(CellState.LEFT_OUT.key()).isEqualTo("left-out");
    }
}
