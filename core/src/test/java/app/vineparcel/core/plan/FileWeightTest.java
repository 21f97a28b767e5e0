package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.SourceFormat;
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
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Predicted weights by the formulas that docs/preflight.md gives, worked out here once more from the numbers of {@code weights.tsv}. */
class FileWeightTest {

    private static final CodingCost COST = new CodingCost(List.of(
            new CodingCost.AtSize(1500, List.of(0.3, 0.7, 1.2, 2.6), 0.9, 11),
            new CodingCost.AtSize(750, List.of(0.4, 0.9, 1.6, 3.2), 1.2, 12)));

    private static OutputFormat format(String clause) {
        return Rendering.recipe("'format': {" + clause + "}").format();
    }

    private static PlanPiece piece(boolean drawn, boolean measured) {
        PixelSize size = new PixelSize(3000, 2000);
        SourceInfo info = new SourceInfo(
                "plums",
                9,
                drawn ? SourceFormat.SVG : SourceFormat.JPEG,
                size,
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                PhotoFacts.NONE,
                List.of());
        Piece of = drawn
                ? Piece.drawn("a", "plums", Piece.Kind.ARTBOARD, Extent.of(size), Piece.CSS_PX)
                : Piece.picture("plums", size);
        PlanPiece piece = new PlanPiece(
                "1", Path.of("plums"), "plums", info, Optional.of(FocalPoint.CENTRE), 1, PlanPiece.Part.plain(of));
        PictureFacts facts = new PictureFacts(
                Silhouette.NONE,
                ColourSpread.NONE,
                new CoarseMap(new byte[CoarseMap.EDGE * CoarseMap.EDGE]),
                new CoarseMap(new byte[CoarseMap.EDGE * CoarseMap.EDGE]),
                0,
                new FineStructure(0, 1500, 1500),
                COST);
        return measured ? piece.withKnown(piece.known().with(Optional.of(facts))) : piece;
    }

    private static long bytes(PlanPiece piece, String clauses) {
        return new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(piece, new PlanColumn("c", Rendering.recipe(clauses), "", ""))
                .predictedBytes();
    }

    /** exp of a line of weights.tsv at one size: constant, foretold, coarse, fine, packed, edge. */
    private static double line(double px, double... w) {
        return w[0]
                + w[1] * Math.log(COST.foretold(px))
                + w[2] * Math.log(COST.blocks(px, 40))
                + w[3] * Math.log(COST.blocks(px, 94))
                + w[4] * Math.log(COST.packed(px))
                + w[5] * Math.log(px / 1000);
    }

    private static final double[] Q40 = {-0.187, 0.290, 0.619, -0.023, 0.008, -0.050};
    private static final double[] Q60 = {-0.028, 0.226, 0.601, 0.105, 0.013, -0.047};
    private static final double[] Q92 = {-0.097, 0.078, 0.051, 0.824, 0.039, -0.066};
    private static final double[] Q98 = {0.008, -0.139, -0.088, 1.080, 0.141, -0.023};

    @ParameterizedTest
    @CsvSource({"1500", "1000", "600", "3000"})
    void a_quality_of_the_table_is_its_line_and_others_lie_between_and_beyond(double px) {
        assertThat(jpeg(40, px)).isCloseTo(Math.exp(line(px, Q40)), within(1e-9));
        assertThat(jpeg(60, px)).isCloseTo(Math.exp(line(px, Q60)), within(1e-9));
        assertThat(jpeg(45, px)).isCloseTo(Math.exp(0.75 * line(px, Q40) + 0.25 * line(px, Q60)), within(1e-9));
        assertThat(jpeg(95, px)).isCloseTo(Math.exp((line(px, Q92) + line(px, Q98)) / 2), within(1e-9));
        assertThat(jpeg(100, px))
                .isCloseTo(Math.exp(line(px, Q98) + (line(px, Q98) - line(px, Q92)) / 3), within(1e-9));
    }

    private static double jpeg(int quality, double px) {
        return PictureWeights.bits(format("'type': 'jpeg', 'quality': " + quality), false, COST, px);
    }

    @Test
    void palettes_go_by_the_logarithm_of_their_colours() {
        double[] eight = {-1.829, -0.292, 0.113, 0.935, 0.317, -0.069};
        double[] most = {-0.920, -0.342, 0.024, 0.621, 0.753, -0.104};
        OutputFormat gif = format("'type': 'gif', 'colours': 32, 'dither': false");
        double share = 2 / 5.0; // from 2^3 to 2^5 of 2^8
        assertThat(PictureWeights.bits(gif, false, COST, 1500))
                .isCloseTo(Math.exp((1 - share) * line(1500, eight) + share * line(1500, most)), within(1e-9));
        double[] drawn = {-0.062, 0.221, 1.070, -1.263, 0.853, -0.192};
        assertThat(PictureWeights.bits(gif, true, COST, 1500)).isCloseTo(Math.exp(line(1500, drawn)), within(1e-9));
    }

    @Test
    void colour_in_full_takes_more_and_no_picture_more_than_its_samples() {
        double more = PictureWeights.bits(format("'type': 'jpeg', 'chroma': '4:4:4'"), false, COST, 1500)
                / PictureWeights.bits(format("'type': 'jpeg', 'chroma': '4:2:0'"), false, COST, 1500);
        assertThat(more).isBetween(1.05, 1.6);
        CodingCost noise =
                new CodingCost(List.of(new CodingCost.AtSize(1500, List.of(90.0, 90.0, 90.0, 90.0), 90, 90)));
        assertThat(PictureWeights.bits(format("'type': 'jpeg', 'quality': 100"), false, noise, 1500))
                .isEqualTo(48);
        CodingCost nothing = new CodingCost(List.of(new CodingCost.AtSize(1500, List.of(0.0, 0.0, 0.0, 0.0), 0, 0)));
        assertThat(PictureWeights.bits(format("'type': 'jpeg', 'quality': 60"), false, nothing, 1500))
                .isEqualTo(0.01);
        assertThat(PictureWeights.know(format("'type': 'jpeg'"), false)).isTrue();
        assertThat(PictureWeights.know(format("'type': 'tiff', 'compression': 'none'"), false))
                .isFalse();
    }

    @Test
    void a_measured_picture_weighs_its_pixels_its_margin_and_its_headers() {
        PlanPiece piece = piece(false, true);
        String jpeg = "'format': {'type': 'jpeg', 'quality': 40}";
        double bits = Math.exp(line(1500, Q40));
        assertThat(bytes(piece, "'size': {'mode': 'long-edge', 'px': 1500}, " + jpeg))
                .isEqualTo(Math.round(1500 * 1000 * bits / 8) + 900);
        assertThat(bytes(piece, "'size': {'mode': 'pad', 'width': 1500, 'height': 1500}, " + jpeg))
                .isEqualTo(Math.round((1500 * 1000 * bits + 1500 * 500 * 0.02) / 8) + 900);
        assertThat(bytes(piece, "'size': {'mode': 'fill', 'width': 1000, 'height': 1000}, " + jpeg))
                .as("the whole picture would be 1,500 px long")
                .isEqualTo(Math.round(1000 * 1000 * bits / 8) + 900);
    }

    @ParameterizedTest
    @CsvSource({
        "jpeg, none, 1",
        "jpeg, screen, 1.075",
        "jpeg, coated, 1.175",
        "jpeg, uncoated, 1.32",
        "webp, screen, 1.115",
        "webp, coated, 1.26",
        "webp, uncoated, 1.475",
        "png, screen, 1.075",
        "png, coated, 1.14",
        "png, uncoated, 1.22",
    })
    void sharpening_adds_what_was_measured_for_its_purpose(String type, String medium, double times) {
        String clauses = "'size': {'mode': 'long-edge', 'px': 1500}, 'format': {'type': '" + type + "'}";
        long plain = bytes(piece(false, true), clauses) - 900;
        long sharp =
                bytes(piece(false, true), clauses + ", 'sharpen': {'for': '" + medium + "', 'strength': 50}") - 900;
        assertThat((double) sharp / plain).isCloseTo(times, within(1e-4));
    }

    @Test
    void a_picture_that_was_not_measured_weighs_what_its_format_usually_does() {
        PlanPiece photograph = piece(false, false);
        OutputFormat jpeg = format("'type': 'jpeg'");
        double bits = jpeg.weighing().bits() * jpeg.weighing().colour();
        assertThat(bytes(photograph, "'size': {'mode': 'long-edge', 'px': 2048}"))
                .isEqualTo(Math.round(2048 * 1365 * bits / 8) + 1500);
        assertThat(bytes(photograph, "'size': {'mode': 'original'}"))
                .as("above the size that was measured it gets no thinner")
                .isEqualTo(Math.round(6_000_000 * bits / 8) + 1500);
        assertThat(bytes(photograph, "'size': {'mode': 'long-edge', 'px': 512}"))
                .isEqualTo(Math.round(512 * 341 * bits * Math.pow(4, 0.6) / 8) + 1500);
        assertThat(bytes(piece(true, false), "'size': {'mode': 'original'}"))
                .isEqualTo(Math.round(6_000_000 * bits / 2 / 8) + 1500);
        double png = format("'type': 'png'").weighing().bits();
        assertThat(bytes(photograph, "'size': {'mode': 'long-edge', 'px': 512}, 'format': {'type': 'png'}"))
                .as("without loss there is no denser")
                .isEqualTo(Math.round(512 * 341 * png / 8) + 1500);
    }

    @Test
    void shapes_weigh_what_shapes_usually_do_and_pictures_in_a_pdf_what_pictures_do() {
        OutputFormat pdf = format("'type': 'pdf'");
        long drawn = bytes(piece(true, true), "'format': {'type': 'pdf'}");
        assertThat(drawn).isEqualTo(pdf.shapes().orElseThrow().usualBytes());
        assertThat(bytes(piece(true, false), "'format': {'type': 'pdf'}")).isEqualTo(drawn);
        double bits = PictureWeights.bits(pdf.shapes().orElseThrow().pictures(), false, COST, 3000);
        assertThat(bytes(piece(false, true), "'format': {'type': 'pdf'}"))
                .isEqualTo(Math.round(6_000_000 * bits / 8) + 900);
    }
}
