package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.Notice;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Fingerprints;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.testing.Rendering;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OrderTest {

    private static final String MARKED =
            "'crop': {'aspect': '1:1'}, 'size': {'mode': 'long-edge', 'px': 320}, 'watermark': {'mark': 'logo.svg'}";
    private static final SourceInfo INFO = new SourceInfo(
            "bed.png",
            14,
            SourceFormat.PNG,
            new PixelSize(900, 600),
            Optional.of("sRGB"),
            Optional.empty(),
            Optional.empty(),
            new PhotoFacts(
                    Orientation.TOP_LEFT,
                    Optional.of(LocalDateTime.of(2026, 9, 1, 8, 30)),
                    Optional.of("Box camera"),
                    Optional.empty(),
                    Rights.NONE,
                    true),
            List.of(Notice.hint("odd", "It is odd.")));

    @TempDir
    Path folder;

    private Path picture;
    private Shelf shelf;

    @BeforeEach
    void a_picture_and_a_mark() throws IOException {
        picture = Files.writeString(folder.resolve("bed.png"), "not looked into");
        Files.createDirectories(folder.resolve("shelf"));
        Files.writeString(folder.resolve("shelf/logo.svg"), "<svg/>");
        shelf = new FolderShelf(List.of(folder.resolve("shelf")));
    }

    private PlanPiece piece(String name, Optional<FocalPoint> focus, Map<String, CropPlace> crops) {
        PlanPiece plain = PlanPiece.picture("7", picture, name, INFO, focus, 1);
        PlanPiece.Part part =
                new PlanPiece.Part(plain.piece(), SourceOptions.PLAIN, List.of(), Optional.empty(), crops);
        return new PlanPiece("7", picture, name, plain.info(), focus, 1, part)
                .withKnown(
                        PlanPiece.Known.NOTHING.holding(FileContent.of(picture).orElseThrow()));
    }

    private PlanPiece bed() {
        return piece(
                "Bed 1",
                Optional.of(new FocalPoint(0.25, 0.75)),
                Map.of(new Aspect(1, 1).word(), new CropPlace(new FocalPoint(0.1, 0.2), 0.5)));
    }

    private PlannedRendition planned(PlanPiece piece, String recipe) {
        PlanColumn column = new PlanColumn("2.5", Rendering.recipe(recipe), "Shop", "web", ChannelRules.NONE);
        return new Planner("Autumn", LocalDate.of(2026, 11, 29), shelf).plan(piece, column);
    }

    private Order order(PlannedRendition planned) {
        return Order.of(planned, shelf, new Fingerprints(shelf));
    }

    private String print(PlanPiece piece, String recipe) {
        return order(planned(piece, recipe)).fingerprint().orElseThrow();
    }

    @Test
    void reads_what_it_wrote_word_for_word() {
        Sheet sheet = new Sheet(
                new Extent(400, 300), OptionalInt.of(0xffffff), List.of(new Sheet.Item(bed(), new Box(5, 5, 90, 60))));
        PlanPiece onSheet = new PlanPiece(
                "8",
                picture,
                "All beds",
                bed().info(),
                Optional.empty(),
                2,
                new PlanPiece.Part(
                        Piece.drawn("sheet", "All beds", Piece.Kind.SHEET, new Extent(400, 300), Piece.CSS_PX),
                        SourceOptions.PLAIN.without(Set.of("guides")),
                        List.of(),
                        Optional.of(sheet)));
        for (PlannedRendition planned :
                List.of(planned(bed(), MARKED), planned(onSheet, "'format': {'type': 'pdf'}"))) {
            Order order = order(planned);
            assertThat(Order.read(order.written())).isEqualTo(order);
        }
        assertThatThrownBy(() -> Order.read("{\"planned\":[]}")).isInstanceOf(IllegalArgumentException.class);
    }

    /** A run may wait while the program is renewed: what the first version that knew orders wrote is obeyed for ever. */
    @Test
    void an_order_of_the_first_version_still_reads() throws IOException {
        String written = new String(
                Objects.requireNonNull(OrderTest.class.getResourceAsStream("order-1.json"))
                        .readAllBytes(),
                StandardCharsets.UTF_8);
        Order order = Order.read(written);
        PlannedRendition planned = order.planned();
        assertThat(planned.path()).isEqualTo("web/tiles/Quince-x@2x.webp");
        assertThat(planned.framing().crop()).isEqualTo(new Box(0, 6, 340, 340));
        assertThat(planned.size()).isEqualTo(new PixelSize(640, 640));
        assertThat(planned.column().recipe().title()).isEqualTo("Tile");
        assertThat(planned.column().recipe().maxBytes()).hasValue(80_000);
        assertThat(planned.options(planned.piece()).keptOut()).containsExactlyInAnyOrder("die-line", "guides");
        assertThat(planned.piece().piece().region()).contains(new Box(10, 20, 340, 440));
        assertThat(planned.piece().known().content().orElseThrow().sha256()).isEqualTo("a".repeat(64));
        assertThat(order.shelf()).containsEntry("harrow-lane.svg", "b".repeat(64));
        assertThat(order.fingerprint()).contains("c".repeat(64));
        assertThat(Order.read(order.written())).isEqualTo(order);
    }

    @Test
    void the_fingerprint_is_another_when_anything_that_counts_is_another() throws IOException {
        String before = print(bed(), MARKED);
        assertThat(print(bed(), MARKED)).isEqualTo(before).matches("[0-9a-f]{64}");
        assertThat(print(piece("Bed 1", Optional.empty(), Map.of()), MARKED)).isNotEqualTo(before);
        assertThat(print(bed(), MARKED.replace("320", "321"))).isNotEqualTo(before);
        assertThat(print(bed(), MARKED + ", 'name': 'other'")).isNotEqualTo(before);
        Files.writeString(folder.resolve("shelf/logo.svg"), "<svg id='2'/>");
        String marked = print(bed(), MARKED);
        assertThat(marked).isNotEqualTo(before);
        Files.setLastModifiedTime(picture, FileTime.from(Instant.EPOCH));
        assertThat(print(bed(), MARKED))
                .as("written again with the same content")
                .isEqualTo(marked);
        Files.writeString(picture, "another picture");
        assertThat(print(bed(), MARKED)).isNotEqualTo(marked);
    }

    @Test
    void a_focal_point_counts_only_where_something_is_cut_off() {
        PlanPiece unset = piece("Bed 1", Optional.empty(), Map.of());
        PlanPiece left = piece("Bed 1", Optional.of(new FocalPoint(0.1, 0.5)), Map.of());
        PlanPiece middle = piece("Bed 1", Optional.of(FocalPoint.CENTRE), Map.of());
        String whole = "'size': {'mode': 'long-edge', 'px': 320}";
        assertThat(print(left, whole)).isEqualTo(print(unset, whole)).isEqualTo(print(middle, whole));
        String square = "'crop': {'aspect': '1:1'}, " + whole;
        assertThat(print(left, square)).isNotEqualTo(print(middle, square));
        assertThat(print(unset, square)).as("found from the pixels").isNotEqualTo(print(middle, square));
    }

    @Test
    void a_name_counts_only_where_the_file_says_it() {
        String named = "'name': 'fixed', ";
        PlanPiece renamed = piece("Bed 2", bed().focus(), bed().part().crops());
        assertThat(print(renamed, named + MARKED)).isEqualTo(print(bed(), named + MARKED));
        String pdf = named + "'format': {'type': 'pdf'}";
        assertThat(print(renamed, pdf)).isNotEqualTo(print(bed(), pdf));
    }

    @Test
    void files_that_were_replaced_since_are_refused_in_words() throws Exception {
        Order order = Order.read(order(planned(bed(), MARKED)).written());
        order.requireSameFiles(shelf);
        Files.setLastModifiedTime(picture, FileTime.from(Instant.EPOCH));
        order.requireSameFiles(shelf);
        Files.writeString(folder.resolve("shelf/logo.svg"), "<svg id='2'/>");
        assertThatThrownBy(() -> order.requireSameFiles(shelf))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("logo.svg");
        Files.writeString(picture, "another picture");
        assertThatThrownBy(() -> order.requireSameFiles(shelf)).hasMessageContaining("has changed since the run");
        Files.delete(picture);
        assertThatThrownBy(() -> order.requireSameFiles(shelf)).hasMessageContaining("is missing");
    }
}
