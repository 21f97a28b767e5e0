package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.CoarseMap;
import app.vineparcel.core.measure.CodingCost;
import app.vineparcel.core.measure.ColourSpread;
import app.vineparcel.core.measure.FineStructure;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.measure.Silhouette;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.recipe.ChannelRequirement;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every finding once, and once just not. */
class PreflightCorpusTest {

    private static final Lab PAPER_WHITE = new Lab(100, 0, 0);
    private static final PixelSize LARGE = new PixelSize(3000, 2000);

    private static CoarseMap map(int value) {
        byte[] values = new byte[CoarseMap.EDGE * CoarseMap.EDGE];
        Arrays.fill(values, (byte) value);
        return new CoarseMap(values);
    }

    /** Attention in the left and the right part of a picture. */
    private static CoarseMap leftAndRight(int left, int right) {
        byte[] values = new byte[CoarseMap.EDGE * CoarseMap.EDGE];
        for (int i = 0; i < values.length; i++) {
            values[i] = (byte) (i % CoarseMap.EDGE < 4 ? left : i % CoarseMap.EDGE > 19 ? right : 0);
        }
        return new CoarseMap(values);
    }

    private static ColourSpread greens(int outside) {
        return ColourSpread.of(Encoding.between(
                        BuiltInProfile.DISPLAY_P3.space(), BuiltInProfile.ROMM_RGB.space(), 16, Optional.empty())
                .apply(
                        LinearisedPixels.of(
                                Pictures.rgb(100, 10, (x, y) -> x < outside ? 0x00ff00 : 0x777777),
                                BuiltInProfile.DISPLAY_P3.space()),
                        1)
                .pixels());
    }

    private static final CodingCost COST = new CodingCost(List.of(
            new CodingCost.AtSize(1500, List.of(0.3, 0.7, 1.2, 2.6), 0.9, 11),
            new CodingCost.AtSize(750, List.of(0.4, 0.9, 1.6, 3.2), 1.2, 12)));

    private static PictureFacts facts(Silhouette silhouette, ColourSpread colours, CoarseMap attention, int light) {
        return new PictureFacts(
                silhouette, colours, attention, map(light), 0, new FineStructure(0.05, 1500, 1500), COST);
    }

    private static PictureFacts plain() {
        return facts(Silhouette.NONE, ColourSpread.NONE, map(128), 128);
    }

    private static PictureFacts edged(double share) {
        return facts(
                new Silhouette(0.4, List.of(new Silhouette.Edge(PAPER_WHITE, share))),
                ColourSpread.NONE,
                map(128),
                255);
    }

    private static PictureFacts structured(double smooth, int sharp) {
        PictureFacts facts = plain();
        return new PictureFacts(
                facts.silhouette(),
                facts.colours(),
                facts.attention(),
                facts.light(),
                0,
                new FineStructure(smooth, sharp, 1500),
                COST);
    }

    private static PlanPiece piece(String name, Optional<PictureFacts> facts, PhotoFacts said) {
        SourceInfo info = new SourceInfo(
                name + ".jpg",
                4_000_000,
                SourceFormat.JPEG,
                LARGE,
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                said,
                List.of());
        PlanPiece piece =
                PlanPiece.picture("1", Path.of(info.fileName()), name, info, Optional.of(FocalPoint.CENTRE), 1);
        return piece.withKnown(piece.known().with(facts));
    }

    private static PlanPiece piece(PictureFacts facts) {
        return piece("plums", Optional.of(facts), PhotoFacts.NONE);
    }

    private static Set<String> codes(PlanPiece piece, String clauses) {
        return codes(piece, clauses, ChannelRules.NONE);
    }

    private static Set<String> codes(PlanPiece piece, String clauses, ChannelRules rules) {
        Recipe recipe = Rendering.recipe(clauses);
        PlannedRendition planned = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(piece, new PlanColumn("c", recipe, "Web", "", rules));
        return planned.findings().stream().map(Finding::code).collect(Collectors.toSet());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'format': {'type': 'jpeg'}; 0.12; lost-on-matte",
                "'format': {'type': 'jpeg'}; 0.08; flattened",
                "'format': {'type': 'jpeg'}, 'background': '#1f2622'; 0.9; flattened",
                "'format': {'type': 'png', 'bits': 32}, 'background': '#fdfdfd'; 0.9; lost-on-matte"
            })
    void artwork_gets_lost_on_its_own_colour(String clauses, double share, String code) {
        assertThat(codes(piece(edged(share)), clauses)).containsExactly(code);
        assertThat(codes(piece(edged(share)), "'format': {'type': 'png', 'bits': 32}"))
                .as("what stays clear loses nothing")
                .isEmpty();
    }

    @Test
    void colours_outside_of_the_target_are_counted() {
        assertThat(codes(piece(facts(Silhouette.NONE, greens(3), map(9), 128)), "'format': {'type': 'jpeg'}"))
                .containsExactly("out-of-gamut");
        assertThat(codes(piece(facts(Silhouette.NONE, greens(1), map(9), 128)), "'format': {'type': 'jpeg'}"))
                .isEmpty();
        assertThat(codes(
                        piece(facts(Silhouette.NONE, greens(90), map(9), 128)),
                        "'format': {'type': 'jpeg'}, 'colour': {'profile': 'display-p3'}"))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "64, false, 0.11, true",
        "64, false, 0.09, false",
        "256, true, 0.9, false",
        "16, true, 0.2, true",
        "16, true, 0.05, false"
    })
    void a_small_palette_breaks_gradients(int colours, boolean dither, double smooth, boolean bands) {
        String clauses = "'format': {'type': 'png', 'bits': 8, 'colours': %d, 'dither': %s}".formatted(colours, dither);
        assertThat(codes(piece(structured(smooth, 1500)), clauses).contains("banding"))
                .isEqualTo(bands);
    }

    @Test
    void a_crop_keeps_what_draws_the_eye() {
        String square = "'size': {'mode': 'fill', 'width': 800, 'height': 800}, 'format': {'type': 'jpeg'}";
        assertThat(codes(piece(facts(Silhouette.NONE, ColourSpread.NONE, leftAndRight(255, 255), 128)), square))
                .containsExactly("crop-cuts-subject");
        assertThat(codes(piece(plain()), square)).isEmpty();
        assertThat(codes(
                        piece(facts(Silhouette.NONE, ColourSpread.NONE, leftAndRight(255, 255), 128)),
                        "'size': {'mode': 'long-edge', 'px': 800}, 'format': {'type': 'jpeg'}"))
                .as("nothing is cropped")
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"1000, 700, false", "1100, 600, true", "900, 600, false", "2900, 1490, false"})
    void a_picture_without_detail_at_its_size_is_soft(int px, int sharp, boolean soft) {
        String clauses = "'size': {'mode': 'long-edge', 'px': %d}, 'format': {'type': 'jpeg'}".formatted(px);
        assertThat(codes(piece(structured(0, sharp)), clauses).contains("soft")).isEqualTo(soft);
    }

    @Test
    void a_watermark_is_seen_and_fits() {
        String mark = "'format': {'type': 'jpeg'}, 'size': {'mode': 'long-edge', 'px': %d},"
                + " 'watermark': {'text': 'Harrow Lane', 'colour': '#ffffff', 'scale': %s, 'opacity': 1}";
        PlanPiece dark = piece(facts(Silhouette.NONE, ColourSpread.NONE, map(9), 40));
        PlanPiece light = piece(facts(Silhouette.NONE, ColourSpread.NONE, map(9), 245));
        assertThat(codes(dark, mark.formatted(1500, "0.5"))).isEmpty();
        assertThat(codes(light, mark.formatted(1500, "0.5"))).containsExactly("mark-low-contrast");
        assertThat(codes(dark, mark.formatted(120, "0.5"))).containsExactly("mark-too-small");
        assertThat(codes(dark, mark.formatted(1500, "1.9"))).containsExactly("mark-too-large");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "IMG_1234",
                "DSC01234",
                "DSCF0012",
                "P1010123",
                "_MG_0042",
                "Layer 3",
                "Artboard 2",
                "Untitled",
                "Untitled-1",
                "20261003_120243",
                "scan 7",
                "image (2)",
                "1234",
                "Screenshot 2026-10-03"
            })
    void names_that_a_camera_or_a_program_gave_are_noticed(String name) {
        PlanPiece piece = piece(name, Optional.empty(), PhotoFacts.NONE);
        assertThat(codes(piece, "'name': '{piece}'")).containsExactly("generic-name");
        assertThat(codes(piece, "'name': '{piece}-{width}'")).containsExactly("generic-name");
        assertThat(codes(piece, "'name': 'harvest-{piece}'"))
                .as("it says more than that")
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"quince-evening", "Page of plums", "Layered cake", "Imagine", "Group photo of growers", "Plum 7"
            })
    void names_that_people_gave_are_not(String name) {
        assertThat(codes(piece(name, Optional.empty(), PhotoFacts.NONE), "'name': '{piece}'"))
                .isEmpty();
    }

    @Test
    void a_channel_gets_what_it_wants_said() {
        ChannelRules wants = new ChannelRules(
                Set.of(),
                FolderScheme.RECIPES,
                OptionalLong.empty(),
                false,
                Set.of(ChannelRequirement.RIGHTS, ChannelRequirement.ALT_TEXT));
        PlanPiece silent = piece("plums", Optional.empty(), PhotoFacts.NONE);
        assertThat(codes(silent, "'format': {'type': 'jpeg'}", wants)).containsExactly("no-rights", "no-alt-text");
        Rights rights = Rights.NONE.with(java.util.Map.of("creator", "Ida Fennel"));
        PhotoFacts said = new PhotoFacts(
                PhotoFacts.NONE.orientation(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                rights,
                false,
                Optional.of("Plums in a crate"));
        PlanPiece telling = piece("plums", Optional.empty(), said);
        assertThat(codes(telling, "'format': {'type': 'jpeg'}", wants)).isEmpty();
        assertThat(codes(telling, "'metadata': {'keep': 'none'}", wants)).containsExactly("no-rights", "no-alt-text");
        assertThat(codes(silent, "'metadata': {'keep': 'none', 'set': {'licence': 'CC BY 4.0'}}", wants))
                .containsExactly("no-alt-text");
        PlanPiece.Known words = new PlanPiece.Known(
                Optional.empty(), PlanPiece.FileState.AS_READ, Optional.of("Plums"), Optional.empty());
        assertThat(codes(silent.withKnown(words), "'metadata': {'keep': 'none', 'set': {'creator': 'Ida'}}", wants))
                .isEmpty();
    }

    @Test
    void files_and_twins_are_told_of() {
        PlanPiece piece = piece("plums", Optional.empty(), PhotoFacts.NONE);
        for (PlanPiece.FileState state : PlanPiece.FileState.values()) {
            PlanPiece.Known known = new PlanPiece.Known(Optional.empty(), state, Optional.empty(), Optional.empty());
            assertThat(codes(piece.withKnown(known), "'name': 'x'"))
                    .isEqualTo(
                            switch (state) {
                                case AS_READ -> Set.of();
                                case CHANGED -> Set.of("source-changed");
                                case MISSING -> Set.of("source-missing");
                            });
        }
        PictureFacts facts = plain();
        PictureFacts hashed = new PictureFacts(
                facts.silhouette(),
                facts.colours(),
                facts.attention(),
                facts.light(),
                0xf0f0L,
                facts.structure(),
                COST);
        PlanPiece one = piece("one", Optional.of(hashed), PhotoFacts.NONE);
        PlanPiece other = piece("other", Optional.of(hashed), PhotoFacts.NONE);
        PlanPiece unlike = piece(plain());
        List<PlanPiece> found = SimilarPictures.found(List.of(one, unlike, other));
        assertThat(found.get(2).known().twin()).contains("one");
        assertThat(found.get(0).known().twin()).isEmpty();
        assertThat(found.get(1).known().twin()).isEmpty();
        assertThat(codes(found.get(2), "'name': 'x'")).containsExactly("duplicate");
    }

    @Test
    void a_limit_below_what_the_format_reaches_is_found_beforehand() {
        PlanPiece piece = piece(plain());
        String clauses = "'size': {'mode': 'long-edge', 'px': 1500}, 'format': {'type': 'jpeg', 'max-bytes': %d}";
        assertThat(codes(piece, clauses.formatted(2_000))).containsExactly("limit-unreachable");
        assertThat(codes(piece, clauses.formatted(200_000))).isEmpty();
        assertThat(codes(piece("plums", Optional.empty(), PhotoFacts.NONE), clauses.formatted(2_000)))
                .as("of what was not measured nothing is claimed")
                .isEmpty();
    }

    @Test
    void remedies_help_and_offer_nothing_that_does_not() {
        PlanPiece white = piece(edged(0.9));
        Recipe jpeg = Rendering.recipe("'format': {'type': 'jpeg'}");
        Recipe dark = Remedy.DARK_BACKGROUND
                .on(white, jpeg, Optional.empty())
                .orElseThrow()
                .over(jpeg);
        assertThat(dark.background().word()).isEqualTo("#1f2622");
        assertThat(dark.format()).isEqualTo(jpeg.format());
        assertThat(Remedy.LIGHT_BACKGROUND.on(white, jpeg, Optional.empty())).isEmpty();
        Recipe coarse = Rendering.recipe("'format': {'type': 'png', 'bits': 8, 'colours': 64, 'dither': false}");
        assertThat(Remedy.DITHER
                        .on(white, coarse, Optional.empty())
                        .orElseThrow()
                        .over(coarse)
                        .format()
                        .dithers())
                .isTrue();
        assertThat(Remedy.against("lost-on-matte")).containsExactly(Remedy.DARK_BACKGROUND, Remedy.LIGHT_BACKGROUND);
    }

    /** Codes are stable: what the sources say is in the guide, and what is in the guide is in the docs. */
    @Test
    void every_code_is_in_the_guide_and_in_the_docs() throws Exception {
        Pattern made = Pattern.compile("Level\\.[A-Z]+,\\s*\"([a-z][a-z-]+)\"|blocker\\(\\s*\"([a-z][a-z-]+)\"");
        Set<String> used = new java.util.TreeSet<>();
        try (var files = Files.walk(Path.of("src/main/java/app/vineparcel/core"))) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".java")).toList()) {
                Matcher found = made.matcher(Files.readString(file));
                while (found.find()) {
                    used.add(found.group(1) == null ? found.group(2) : found.group(1));
                }
            }
        }
        assertThat(used).hasSizeGreaterThan(30);
        assertThat(FindingGuide.codes()).containsAll(used);
        String docs = Files.readString(Path.of("../docs/preflight.md"));
        assertThat(FindingGuide.codes()).allSatisfy(code -> assertThat(docs).contains("`" + code + "`"));
    }
}
