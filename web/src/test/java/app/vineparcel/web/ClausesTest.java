package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.colour.PressProfile;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Profiles, marks, focal points and the clauses that need them, as the application takes them. */
class ClausesTest extends Workbench {

    private static String form(Map<String, String> fields) {
        return fields.entrySet().stream()
                .map(field -> URLEncoder.encode(field.getKey(), StandardCharsets.UTF_8)
                        + "="
                        + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
    }

    private static Map<String, String> recipe() {
        return new LinkedHashMap<>(Map.of(
                "/title", "Page",
                "/size/mode", "long-edge",
                "/size/px", "320",
                "/colour/profile", "srgb",
                "/colour/intent", "perceptual",
                "/background", "transparent",
                "/format/type", "jpeg",
                "/format/quality", "80",
                "/name", "{stem}-{width}",
                "/folder", "page"));
    }

    @Test
    void a_profile_is_taken_in_or_refused_with_its_reason() throws Exception {
        Visitor visitor = new Visitor();
        byte[] press = PressProfile.coated().bytes();
        assertThat(visitor.bringIn("House coated.icc", press).statusCode()).isEqualTo(200);
        assertThat(visitor.get("/settings").body()).contains("House coated.icc", "FOGRA39L Coated", "CMYK");
        assertThat(visitor.get("/recipes/1").body()).contains("value=\"House coated.icc\"");
        HttpResponse<String> broken = visitor.bringIn("broken.icc", Arrays.copyOf(press, press.length / 2));
        assertThat(broken.statusCode()).isEqualTo(400);
        assertThat(broken.body()).contains("The profile is damaged", "bytes but has");
        assertThat(visitor.get("/settings").body()).doesNotContain("broken.icc");
    }

    @Test
    void a_mark_is_taken_in_under_a_bare_name_or_refused() throws Exception {
        Visitor visitor = new Visitor();
        byte[] leaf = "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><path d='M0 0h9v9z'/></svg>"
                .getBytes(StandardCharsets.UTF_8);
        assertThat(visitor.bringIn("../../leaf.svg", leaf).statusCode()).isEqualTo(200);
        assertThat(FOLDER.resolve("data/shelf/leaf.svg")).exists();
        HttpResponse<String> text = visitor.bringIn("notes.png", "no watermark".getBytes(StandardCharsets.UTF_8));
        assertThat(text.statusCode()).isEqualTo(400);
        assertThat(text.body())
                .contains("not a picture or document of a kind that can be read")
                .doesNotContain("Exception");
        assertThat(visitor.bringIn(
                                "bomb.svg",
                                "<svg xmlns='http://www.w3.org/2000/svg'><use id='a' href='#a'/></svg>"
                                        .getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("refers to itself");
    }

    @Test
    void the_form_keeps_every_clause_and_explains_a_wrong_one() throws Exception {
        Visitor visitor = new Visitor();
        Map<String, String> fields = recipe();
        fields.put("/sharpen/for", "screen");
        fields.put("/sharpen/strength", "35");
        fields.put("watermark-kind", "text");
        fields.put("/watermark/text", "© Harrow Lane");
        fields.put("/watermark/anchor", "top");
        fields.put("/watermark/scale", "0.4");
        fields.put("/watermark/adapts", "true");
        fields.put("/format/max-bytes", "250");
        fields.put("/metadata/keep", "all");
        fields.put("/metadata/set/credit", "Harrow Lane Growers");
        String kept = visitor.post("/recipes/1", form(fields)).body();
        assertThat(kept)
                .contains(
                        "For screen, strength 35",
                        "“© Harrow Lane”, light or dark depending on the picture, top, 40\u00a0% wide")
                .contains("at most 250 kB", "Keep everything", "perceptual");
        fields.put("/sharpen/strength", "300");
        fields.put("/watermark/scale", "9");
        String refused = visitor.post("/recipes/1", form(fields)).body();
        assertThat(refused)
                .contains("a whole number from 0 to 100", "a number above 0 and up to 2 is expected", "value=\"300\"");
        assertThat(visitor.post("/recipes/1", form(recipe())).body()).contains("No watermark", "No sharpening");
    }

    /** A clause that was never used opens with the defaults of the recipe file, so that choosing it needs no more than choosing. */
    @Test
    void unused_clauses_open_with_their_defaults() throws Exception {
        String form = new Visitor().get("/recipes/2").body();
        assertThat(form)
                .containsPattern("name=\"/watermark/scale\"[^>]*value=\"0.18\"")
                .containsPattern("value=\"bottom-right\"[^>]*checked")
                .containsPattern("name=\"/sharpen/strength\"[^>]*value=\"50\"")
                .containsPattern("name=\"/format/colours\"[^>]*value=\"256\"")
                .containsPattern("value=\"deflate\"[^>]*selected");
    }

    @Test
    void a_focal_point_is_kept_within_the_picture_and_given_back() throws Exception {
        Visitor visitor = new Visitor();
        String page = visitor.get("/assignments/1/sources").body();
        assertThat(page).contains("Suggested focal point");
        String set = visitor.post("/sources/1/focus", "x=0.25&y=1.7").body();
        assertThat(set).contains("x1=\"25.0\"", "y1=\"100.0\"", "set by hand");
        String back = visitor.post("/sources/1/focus", "none=1").body();
        assertThat(back).contains("Suggested focal point");
    }
}
