package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.CoarseMap;
import app.vineparcel.core.measure.CodingCost;
import app.vineparcel.core.measure.ColourSpread;
import app.vineparcel.core.measure.FineStructure;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.measure.Silhouette;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.IntPredicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What preflight says of shapes, helper layers, and of watermarks by the place where they are. */
class PieceChecksTest {

    private static final PixelSize SIZE = new PixelSize(2400, 2400);

    private static PlanPiece piece(boolean drawn, PlanPiece.Part part) {
        SourceInfo info = new SourceInfo(
                drawn ? "label.svg" : "plums.jpg",
                9,
                drawn ? SourceFormat.SVG : SourceFormat.JPEG,
                SIZE,
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                PhotoFacts.NONE,
                List.of());
        return new PlanPiece("1", Path.of(info.fileName()), "plums", info, Optional.of(FocalPoint.CENTRE), 1, part);
    }

    private static Piece label() {
        return Piece.drawn("front", "label", Piece.Kind.ARTBOARD, Extent.of(SIZE), Piece.CSS_PX);
    }

    private static PlanPiece drawn(SourceOptions options, Layer... layers) {
        return piece(true, new PlanPiece.Part(label(), options, List.of(layers), Optional.empty()));
    }

    private static PlanPiece picture() {
        return piece(false, PlanPiece.Part.plain(Piece.picture("plums", SIZE)));
    }

    private static List<Finding> findings(PlanPiece piece, String clauses, ChannelRules rules) {
        return new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(piece, new PlanColumn("c", Rendering.recipe(clauses), "Web", "", rules))
                .findings();
    }

    private static List<String> codes(PlanPiece piece, String clauses) {
        return findings(piece, clauses, ChannelRules.NONE).stream()
                .map(Finding::code)
                .toList();
    }

    private static Layer helper(String name, boolean shown, String... on) {
        return new Layer("#" + name, name, shown, Set.of(on), Optional.of("its name says so"));
    }

    @Test
    void a_helper_layer_that_shows_is_named() {
        String png = "'format': {'type': 'png'}";
        assertThat(codes(drawn(SourceOptions.PLAIN, helper("guides", true)), png))
                .containsExactly("helper-in");
        assertThat(findings(drawn(SourceOptions.PLAIN, helper("guides", true)), png, ChannelRules.NONE)
                        .get(0)
                        .message())
                .contains("“guides”", "its name says so");
        assertThat(codes(drawn(SourceOptions.PLAIN, helper("guides", false)), png))
                .isEmpty();
        assertThat(codes(drawn(SourceOptions.PLAIN, helper("guides", true, "back")), png))
                .isEmpty();
        assertThat(codes(drawn(SourceOptions.PLAIN, helper("guides", true, "front")), png))
                .containsExactly("helper-in");
        assertThat(codes(drawn(SourceOptions.PLAIN.without(Set.of("guides")), helper("guides", true)), png))
                .isEmpty();
        Layer plain = new Layer("#art", "art", true, Optional.empty());
        assertThat(codes(drawn(SourceOptions.PLAIN, plain), png)).isEmpty();
        ChannelRules hiding = new ChannelRules(
                Set.of("guides"), ChannelRules.NONE.scheme(), ChannelRules.NONE.maxBytes(), false, Set.of());
        assertThat(findings(drawn(SourceOptions.PLAIN, helper("guides", true), helper("die-line", true)), png, hiding))
                .hasSize(1)
                .allSatisfy(finding -> assertThat(finding.message()).contains("die-line"));
    }

    @Test
    void no_more_than_three_helpers_are_named() {
        Layer[] layers = {helper("a", true), helper("b", true), helper("c", true), helper("d", true)};
        assertThat(codes(drawn(SourceOptions.PLAIN, layers), "'format': {'type': 'png'}"))
                .containsExactly("helper-in", "helper-in", "helper-in");
    }

    @Test
    void shapes_take_no_watermark_and_no_sharpening() {
        PlanPiece label = drawn(SourceOptions.PLAIN);
        assertThat(codes(label, "'format': {'type': 'svg'}")).isEmpty();
        assertThat(codes(label, "'format': {'type': 'svg'}, 'watermark': {'text': 'Harrow Lane'}"))
                .contains("mark-on-shapes");
        assertThat(codes(label, "'format': {'type': 'pdf'}, 'sharpen': {'for': 'screen'}"))
                .containsExactly("shapes-stay-sharp");
        assertThat(codes(label, "'format': {'type': 'eps'}")).containsExactly("rasterised-in-part");
        assertThat(findings(label, "'format': {'type': 'eps'}, 'size': {'ppi': 250}", ChannelRules.NONE)
                        .get(0)
                        .message())
                .contains("EPS has no transparency", "250 ppi");
    }

    @Test
    void pictures_and_sheets_with_pictures_go_into_pdf_only() {
        assertThat(codes(picture(), "'format': {'type': 'svg'}")).containsExactly("no-shapes");
        assertThat(codes(picture(), "'format': {'type': 'pdf'}, 'sharpen': {'for': 'screen'}"))
                .isEmpty();
        assertThat(codes(picture(), "'format': {'type': 'eps'}")).containsExactly("no-shapes");
        Box place = new Box(0, 0, 100, 100);
        for (PlanPiece on : List.of(picture(), drawn(SourceOptions.PLAIN, helper("guides", true)))) {
            Sheet sheet = new Sheet(Extent.of(SIZE), OptionalInt.empty(), List.of(new Sheet.Item(on, place)));
            PlanPiece whole = piece(
                    true, new PlanPiece.Part(label(), SourceOptions.PLAIN, List.of(), Optional.of(sheet), Map.of()));
            assertThat(codes(whole, "'format': {'type': 'svg'}"))
                    .containsExactly(on.piece().isDrawn() ? "helper-in" : "no-shapes");
            assertThat(codes(whole, "'format': {'type': 'pdf'}").contains("no-shapes"))
                    .isFalse();
        }
    }

    /** White where a field's column, or row, is one of these; else dark. */
    private static PlanPiece lit(IntPredicate columns, IntPredicate rows) {
        byte[] light = new byte[CoarseMap.EDGE * CoarseMap.EDGE];
        for (int i = 0; i < light.length; i++) {
            light[i] = (byte) (columns.test(i % CoarseMap.EDGE) && rows.test(i / CoarseMap.EDGE) ? 250 : 40);
        }
        PictureFacts facts = new PictureFacts(
                Silhouette.NONE,
                ColourSpread.NONE,
                new CoarseMap(new byte[CoarseMap.EDGE * CoarseMap.EDGE]),
                new CoarseMap(light),
                0,
                new FineStructure(0, 2400, 2400),
                new CodingCost(List.of(new CodingCost.AtSize(2400, List.of(0.3, 0.7, 1.2, 2.6), 0.9, 11))));
        PlanPiece piece = picture();
        return piece.withKnown(piece.known().with(Optional.of(facts)));
    }

    /** A white mark, a quarter of the edge wide, 10 % from the edges, over a picture that is white on one side only. */
    @ParameterizedTest
    @CsvSource({"left, right", "right, left", "top, bottom", "bottom, top"})
    void a_watermark_is_judged_where_it_is(String anchor, String opposite) {
        String mark = "'size': {'mode': 'long-edge', 'px': 1200}, 'watermark': {'text': 'Harrow Lane',"
                + " 'colour': '#ffffff', 'scale': 0.25, 'inset': 0.1, 'opacity': 1, 'anchor': '%s'}";
        PlanPiece lit = lit(
                x -> !List.of("left", "right").contains(anchor) || (anchor.equals("left") ? x < 10 : x > 13),
                y -> !List.of("top", "bottom").contains(anchor) || (anchor.equals("top") ? y < 6 : y > 17));
        assertThat(codes(lit, mark.formatted(anchor))).containsExactly("mark-low-contrast");
        assertThat(codes(lit, mark.formatted(opposite))).isEmpty();
    }

    /** A square out of the middle and a canvas around: the mark lies on the picture that is shown, at its own place. */
    @Test
    void crop_and_margin_move_what_is_under_the_watermark() {
        String mark = ", 'watermark': {'text': 'Harrow Lane', 'colour': '#ffffff', 'scale': 0.25, 'inset': 0,"
                + " 'opacity': 1, 'anchor': 'left'}";
        PlanPiece edge = lit(x -> x < 6, y -> true);
        assertThat(codes(edge, "'size': {'mode': 'long-edge', 'px': 1200}" + mark))
                .containsExactly("mark-low-contrast");
        String tall = "'size': {'mode': 'fill', 'width': 1200, 'height': 2400}";
        assertThat(codes(edge, tall + mark)).as("the crop leaves the edge out").isEmpty();
        PlanPiece quarter = lit(x -> x > 5 && x < 10, y -> true);
        assertThat(codes(quarter, tall + mark)).containsExactly("mark-low-contrast");
    }

    @Test
    void a_repeated_watermark_is_judged_by_all_of_the_picture() {
        String mark = "'size': {'mode': 'long-edge', 'px': 1200}, 'watermark': {'text': 'Harrow Lane',"
                + " 'colour': '#ffffff', 'scale': 0.25, 'opacity': %s, 'tile': true}";
        assertThat(codes(lit(x -> true, y -> true), mark.formatted("1"))).containsExactly("mark-low-contrast");
        assertThat(codes(lit(x -> x < 4, y -> y < 4), mark.formatted("1"))).isEmpty();
        assertThat(codes(lit(x -> false, y -> false), mark.formatted("0.1"))).containsExactly("mark-low-contrast");
    }

    /** 12 steps of L* are needed; white at 250/255 is 98, and a tenth of the way to black 9.8 of them. */
    @Test
    void a_watermark_that_adapts_is_judged_by_the_colour_it_takes() {
        String mark = "'size': {'mode': 'long-edge', 'px': 1200}, 'watermark': {'text': 'Harrow Lane',"
                + " 'adapts': true, 'scale': 0.25, 'opacity': 1}";
        assertThat(codes(lit(x -> true, y -> true), mark)).isEmpty();
        assertThat(codes(lit(x -> false, y -> false), mark)).isEmpty();
    }
}
