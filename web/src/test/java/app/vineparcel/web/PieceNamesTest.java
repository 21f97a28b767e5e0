package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Piece;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.PlanPieces;
import app.vineparcel.web.sources.Source;
import app.vineparcel.web.sources.StoredPiece;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ApplicationContext;
import org.springframework.test.util.AopTestUtils;
import org.springframework.test.util.ReflectionTestUtils;

/** What is kept of pieces when their source changes, and what is refused of what people send. */
class PieceNamesTest extends Workbench {

    @Autowired
    private ApplicationContext context;

    @Autowired
    private PieceService pieces;

    @Autowired
    private PlanPieces planPieces;

    private long assignment;
    private Source source;

    private static Piece artboard(String key, String name) {
        return Piece.drawn(key, name, Piece.Kind.ARTBOARD, new Extent(10, 10), Piece.CSS_PX);
    }

    @BeforeEach
    void brings_in_a_document() throws Exception {
        String folder = "names-" + System.nanoTime();
        Path file = Files.createDirectories(ROOT.resolve(folder)).resolve("set.svg");
        Files.writeString(
                file,
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="40" height="10"><view id="a" viewBox="0 0 10 10"><title>Pear</title></view>
                <view id="b" viewBox="10 0 10 10"><title>Plum</title></view><view id="c" viewBox="20 0 10 10"><title>Apple</title></view>
                <g id="bar"><title>Bar</title><rect width="40" height="10"/></g></svg>""");
        assignment = assignments.make(folder).id();
        sources.addFolder(assignment, folder);
        await().atMost(Duration.ofSeconds(60)).until(() -> sources.waiting(assignment) == 0);
        source = sources.all(assignment).get(0);
    }

    private List<String> names() {
        return pieces.all(assignment).stream().map(StoredPiece::name).toList();
    }

    private HttpResponse<String> rename(int piece, String name) throws Exception {
        long id = pieces.all(assignment).get(piece).id();
        return new Visitor().post("/pieces/" + id + "/name", "name=" + java.net.URLEncoder.encode(name, "UTF-8"));
    }

    @Test
    void a_piece_is_known_again_by_its_key_else_by_its_name() throws Exception {
        rename(0, "First");
        rename(1, "Second");
        rename(2, "Third");
        pieces.sync(source, List.of(artboard("x", "Plum"), artboard("a", "Pear, new"), artboard("d", "Quince")));
        assertThat(names()).containsExactly("Second", "First", "Quince");
        pieces.sync(source, List.of(artboard("a", "Pear"), artboard("b", "Plum"), artboard("c", "Apple")));
        assertThat(names())
                .as("what went away and came back has its name again")
                .containsExactly("First", "Second", "Third");
    }

    @Test
    void a_blank_name_goes_back_to_the_sources() throws Exception {
        assertThat(rename(1, "  Damson ").body()).isEqualTo("Damson");
        assertThat(names()).contains("Damson");
        assertThat(rename(1, "   ").body()).isEqualTo("Plum");
    }

    @Test
    void a_name_that_is_too_long_is_refused_in_words() throws Exception {
        HttpResponse<String> answer = rename(0, "x".repeat(201));
        assertThat(answer.statusCode()).isEqualTo(400);
        assertThat(answer.body()).contains("up to 200 characters");
        assertThat(names()).contains("Pear");
    }

    @Test
    void planned_pieces_have_the_names_and_the_order_of_the_page() throws Exception {
        rename(2, "Windfall");
        List<PlanPiece> planned = planPieces.of(pieces.all(assignment));
        assertThat(planned).extracting(PlanPiece::name).containsExactly("Pear", "Plum", "Windfall", "All of set");
        assertThat(planned).extracting(PlanPiece::number).containsExactly(1, 2, 3, 4);
        assertThat(planned).extracting(piece -> piece.piece().key()).containsExactly("a", "b", "c", "whole");
    }

    @Test
    void pieces_of_other_assignments_cannot_be_chosen() throws Exception {
        long other = assignments.make("other " + System.nanoTime()).id();
        List<Long> ids = pieces.all(assignment).stream().map(StoredPiece::id).toList();
        assertThat(pieces.chosen(other, ids)).isEmpty();
        HttpResponse<String> answer = new Visitor().post("/assignments/" + other + "/sheets", "piece=" + ids.get(0));
        assertThat(answer.body()).contains("Nothing suitable is selected");
    }

    @Test
    void what_belongs_to_a_source_cannot_be_taken_away() throws Exception {
        long id = pieces.all(assignment).get(0).id();
        HttpResponse<String> answer = new Visitor().post("/pieces/" + id + "/remove", "");
        assertThat(answer.body()).contains("Only regions, objects and sheets can be removed on their own");
        assertThat(names()).contains("Pear");
    }

    @Test
    void a_sheet_with_impossible_numbers_is_refused_and_stays_as_it_was() throws Exception {
        String chosen = String.join(
                "&", pieces.all(assignment).stream().map(p -> "piece=" + p.id()).toList());
        HttpResponse<String> page = new Visitor().post("/assignments/" + assignment + "/sheets", chosen);
        long sheet = Long.parseLong(page.uri().getPath().replaceAll("\\D+", ""));
        for (String wrong :
                List.of("layout=spiral&gap=1&margin=1", "layout=row&gap=-1&margin=1", "layout=row&gap=1&margin=1e9")) {
            HttpResponse<String> answer =
                    new Visitor().post("/sheets/" + sheet, "name=S&background=transparent&" + wrong);
            assertThat(answer.body()).as(wrong).contains("Correct the numbers").contains("Sheet of 4");
        }
    }

    @Test
    void every_thumbnail_is_a_picture_and_the_objects_can_become_pieces() throws Exception {
        for (StoredPiece piece : pieces.all(assignment)) {
            HttpResponse<String> answer = new Visitor().get("/pieces/" + piece.id() + "/thumbnail");
            assertThat(answer.statusCode()).isEqualTo(200);
            assertThat(answer.headers().firstValue("Content-Type")).contains("image/webp");
        }
        HttpResponse<String> objects = new Visitor().get("/sources/" + source.id() + "/objects");
        assertThat(objects.body()).contains("Bar");
        new Visitor().post("/sources/" + source.id() + "/objects", "key=object%3Abar");
        assertThat(names()).containsExactly("Pear", "Plum", "Apple", "All of set", "Bar");
    }

    @Test
    void a_source_that_is_asked_for_twice_has_its_pieces_once() throws Exception {
        String folder = "twice-" + System.nanoTime();
        Files.copy(source.file(), Files.createDirectories(ROOT.resolve(folder)).resolve("set.svg"));
        long twice = assignments.make(folder).id();
        sources.addFolder(twice, folder);
        Object intake = AopTestUtils.getTargetObject(context.getBean("sourceIntake"));
        ReflectionTestUtils.invokeMethod(intake, "goOn");
        await().atMost(Duration.ofSeconds(60)).until(() -> sources.waiting(twice) == 0);
        await().during(Duration.ofSeconds(1))
                .atMost(Duration.ofSeconds(5))
                .untilAsserted(() -> assertThat(pieces.all(twice)).hasSize(4));
    }

    @Test
    void what_is_gone_says_so() {
        assertThatThrownBy(() -> pieces.get(999_999_999)).hasMessageContaining("There is no such piece");
        assertThat(pieces.chosen(assignment, List.of(999_999_999L))).isEmpty();
    }

    @Test
    void a_source_of_a_named_folder_takes_a_new_version_too() throws Exception {
        rename(1, "Damson");
        String next = Files.readString(source.file()).replace("<rect width", "<rect fill='#6d2f58' width");
        HttpResponse<String> answer = new Visitor()
                .send("/sources/" + source.id() + "/file?name=set-2.svg", next.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.statusCode()).isEqualTo(200);
        await().atMost(Duration.ofSeconds(60)).until(() -> sources.waiting(assignment) == 0);
        assertThat(sources.get(source.id()).reason()).isEmpty();
        assertThat(sources.get(source.id()).fileName()).isEqualTo("set-2.svg");
        assertThat(names()).containsExactly("Pear", "Damson", "Apple", "All of set-2");
    }

    @Test
    void only_a_region_of_the_piece_itself_can_be_moved() throws Exception {
        List<StoredPiece> all = pieces.all(assignment);
        String numbers = "&name=Seal&x=1&y=1&width=2&height=2";
        String other = "region=" + all.get(2).id() + numbers;
        HttpResponse<String> answer = new Visitor().post("/pieces/" + all.get(0).id() + "/regions", other);
        assertThat(answer.body()).contains("It is not a region of");
        assertThat(names()).containsExactly("Pear", "Plum", "Apple", "All of set");
    }

    @Test
    void cards_of_a_part_have_the_numbers_of_the_whole() throws Exception {
        new Visitor()
                .post(
                        "/assignments/" + assignment + "/sheets",
                        "piece=" + pieces.all(assignment).get(0).id());
        HttpResponse<String> answer = new Visitor().get("/assignments/" + assignment + "/sources/cards?from=1&to=9");
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body())
                .contains("data-number=\"2\"", "data-number=\"4\"", "Sheet of 1")
                .doesNotContain("data-number=\"1\"");
    }
}
