package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.marks.MarkService;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Marks come in as files or are set from text, have a side for dark ground, and go out of sight without leaving recipes alone. */
class MarksTest extends Workbench {

    private static final Path SHELF = FOLDER.resolve("data/shelf");

    @Autowired
    private MarkService marks;

    private final Visitor visitor = new Visitor();

    /** Other tests count marks, too. */
    @AfterEach
    void clearsTheShelf() throws Exception {
        for (String file : marks.files()) {
            if (file.startsWith("marks-test")) {
                Files.deleteIfExists(SHELF.resolve(file));
            }
        }
        sql.update("delete from mark where file like 'marks-test%'");
    }

    private static byte[] svg(String colour) {
        return "<svg xmlns='http://www.w3.org/2000/svg' width='60' height='20'><rect width='60' height='20' fill='%s'/></svg>"
                .formatted(colour)
                .getBytes(StandardCharsets.UTF_8);
    }

    private void bringIn(String name, String colour) throws Exception {
        HttpResponse<String> answer = visitor.send("/marks/files?name=" + name, svg(colour));
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        assertThat(visitor.get("/marks").body()).contains(name);
    }

    private List<String> pairs() {
        return marks.all().stream()
                .filter(mark -> mark.file().startsWith("marks-test"))
                .map(mark -> mark.file() + " " + mark.onDark().orElse("alone"))
                .toList();
    }

    private long key(String file) {
        return sql.queryForObject("select id from mark where file = ?", Long.class, file);
    }

    @Test
    void a_light_variant_finds_its_mark_whenever_it_comes() throws Exception {
        Files.createDirectories(SHELF);
        Files.write(SHELF.resolve("marks-test-a.svg"), svg("black"));
        Files.write(SHELF.resolve("marks-test-a-light.svg"), svg("white"));
        assertThat(pairs()).as("both at once").containsExactly("marks-test-a.svg marks-test-a-light.svg");
        bringIn("marks-test-b.svg", "black");
        assertThat(pairs()).contains("marks-test-b.svg alone");
        bringIn("marks-test-b-light.svg", "white");
        assertThat(pairs()).contains("marks-test-b.svg marks-test-b-light.svg").hasSize(2);
    }

    /** What somebody takes from a mark is still there to be chosen. */
    @Test
    void a_variant_that_is_taken_off_becomes_a_mark_of_its_own() throws Exception {
        bringIn("marks-test-c.svg", "black");
        bringIn("marks-test-c-light.svg", "white");
        visitor.post("/marks/" + key("marks-test-c.svg"), "title=Seal&onDark=");
        assertThat(pairs()).containsExactlyInAnyOrder("marks-test-c.svg alone", "marks-test-c-light.svg alone");
        assertThat(marks.files()).contains("marks-test-c.svg", "marks-test-c-light.svg");
        assertThat(visitor.get("/marks").body()).contains("value=\"Seal\"");
    }

    @Test
    void text_becomes_outlines_for_light_and_dark_ground_under_a_free_name() throws Exception {
        String form = "font=IBMPlexSans-SemiBold&text=Marks+test+%C2%A9+2026";
        visitor.post("/marks/text", form);
        visitor.post("/marks/text", form);
        assertThat(pairs())
                .containsExactlyInAnyOrder(
                        "marks-test-2026.svg marks-test-2026-light.svg",
                        "marks-test-2026-2.svg marks-test-2026-2-light.svg");
        String dark = Files.readString(SHELF.resolve("marks-test-2026.svg"));
        String light = Files.readString(SHELF.resolve("marks-test-2026-light.svg"));
        assertThat(dark).contains("<path", "#1f2622").doesNotContain("<text");
        assertThat(light.replace("#ffffff", "#1f2622")).isEqualTo(dark);
        visitor.post(
                "/marks/text",
                "font=IBMPlexSans-Regular&text=Marks+test+of+a+line+that+goes+on+for+longer+than+any+name+does");
        assertThat(marks.files()).contains("marks-test-of-a-line-that-goes-on-for-longer-than-any-name.svg");
        for (String wrong : List.of(
                "font=IBMPlexSans-SemiBold&text=++",
                "font=Other&text=x",
                "font=IBMPlexSans-SemiBold&text=" + "x".repeat(201))) {
            assertThat(visitor.post("/marks/text", wrong).body())
                    .as(wrong)
                    .contains("Type one line of 1 to 200 characters.");
        }
    }

    @Test
    void a_removed_mark_keeps_its_file_and_comes_back() throws Exception {
        bringIn("marks-test-d.svg", "black");
        long id = key("marks-test-d.svg");
        assertThat(visitor.post("/marks/" + id + "/remove", "removed=true").body())
                .contains("Undo");
        assertThat(pairs()).isEmpty();
        assertThat(SHELF.resolve("marks-test-d.svg")).isRegularFile();
        visitor.post("/marks/" + id + "/remove", "removed=false");
        assertThat(pairs()).containsExactly("marks-test-d.svg alone");
        visitor.post("/marks/" + id + "/remove", "removed=true");
        bringIn("marks-test-d.svg", "green");
        assertThat(pairs()).as("brought in anew").containsExactly("marks-test-d.svg alone");
    }

    /** A mark is looked at as a picture, never as a page of this site. */
    @Test
    void scripts_in_a_mark_never_run() throws Exception {
        bringIn("marks-test-e.svg", "black");
        HttpResponse<String> file = visitor.get("/marks/files/marks-test-e.svg");
        assertThat(file.headers().allValues("Content-Security-Policy"))
                .anySatisfy(policy -> assertThat(policy).contains("default-src 'none'", "sandbox"));
        assertThat(visitor.get("/marks/files/..%2f..%2fapplication.yaml").statusCode())
                .isBetween(400, 499);
        assertThat(visitor.get("/marks/files/nothing.svg").statusCode()).isEqualTo(404);
    }
}
