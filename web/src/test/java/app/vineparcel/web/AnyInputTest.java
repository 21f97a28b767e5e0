package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.recipes.RecipeForm;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.sources.PieceService;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Whatever somebody writes into a field: it is taken, or refused in words, but never a fault of the program. */
class AnyInputTest extends Workbench {

    private static final List<String> ODD = List.of(
            "",
            " ",
            "\u0000",
            "a\u0000b",
            "x".repeat(130),
            "x".repeat(9000),
            "🍐".repeat(120),
            "{",
            "{stem",
            "{stem|shout}",
            "{shot:yyyy-'}",
            "}}{{",
            "../..",
            "/",
            "C:\\up",
            "CON",
            "-1",
            "0",
            "1e309",
            "NaN",
            "Infinity",
            "-0.0",
            "99999999999999999999",
            "9".repeat(400),
            "1,5",
            "٣",
            "'; drop table run; --",
            "\"><script>alert(1)</script>",
            "${7*7}",
            "__${7*7}__::x",
            "%s%n%1$s",
            "line\nbreak",
            "\u202eabc",
            "\ud83c",
            "true",
            "template",
            "1.1=1;2",
            "12:1.3,x");

    /** A form: where it is sent, and fields that would be right. */
    private record Form(String address, Map<String, String> fields) {}

    @Autowired
    private PieceService pieces;

    @Autowired
    private RecipeService recipes;

    private final Visitor visitor = new Visitor();
    private List<Form> forms = List.of();
    private long marksBefore;

    @BeforeEach
    void makesThingsToChange() throws Exception {
        photo(ROOT.resolve("odd-input/plums.png"), 60, 40, 8);
        long id = assignment("Odd input", "odd-input");
        long piece = pieces.all(id).get(0).id();
        String recipe = visitor.post("/recipes", "").uri().getPath();
        String channel = visitor.post("/channels", "").uri().getPath();
        marksBefore = sql.queryForObject("select coalesce(max(id), 0) from mark", Long.class);
        visitor.post("/marks/text", "text=Odd&font=IBMPlexSans-Regular");
        long mark = sql.queryForObject("select max(id) from mark", Long.class);
        Map<String, String> clauses = new LinkedHashMap<>();
        for (String field : visitor.get(recipe).body().split("name=\"")) {
            String name = field.substring(0, field.indexOf('"'));
            if (name.startsWith("/")) {
                clauses.put(name, RecipeForm.of(recipes.all().get(0).recipe()).value(name));
            }
        }
        Map<String, String> tried = new LinkedHashMap<>(clauses);
        tried.putAll(Map.of("piece", String.valueOf(piece), "session", "odd", "number", "1"));
        Map<String, String> ofChannel = Map.of(
                "/name",
                "Odd",
                "/colour",
                "sky",
                "/folder",
                "odd",
                "/scheme",
                "template",
                "/pattern",
                "{format}",
                "/max-bytes",
                "400",
                "/keep-out",
                "die-line",
                "recipe",
                "1",
                "folder-1",
                "in",
                "suffix-1",
                "-x");
        String cells = "1.1=" + piece;
        String plan = "/assignments/" + id + "/plan";
        forms = List.of(
                new Form("/recipes/check", clauses),
                new Form(recipe, clauses),
                new Form("/recipes/preview", tried),
                new Form("/channels/check", ofChannel),
                new Form(channel, ofChannel),
                new Form("/marks/" + mark, Map.of("title", "Odd", "onDark", "odd-light.svg")),
                new Form("/marks/text", Map.of("text", "Odd", "font", "IBMPlexSans-Regular")),
                new Form("/pieces/" + piece + "/recipes/1.1", clauses),
                new Form(plan + "/choice", Map.of("on", piece + ":1.1", "off", piece + ":1.2")),
                new Form(plan + "/many", Map.of("how", "on", "which", "1-50, 72", "kind", "", "where", "")),
                new Form(plan + "/carry", Map.of("from", "1", "which", "1", "kind", "")),
                new Form(plan + "/files", Map.of("cells", cells)),
                new Form("/pieces/" + piece + "/name", Map.of("name", "plums")),
                new Form(
                        "/assignments/" + id + "/pieces/names",
                        Map.of("piece", String.valueOf(piece), "template", "{stem}-{n:3}")),
                new Form(
                        "/pieces/" + piece + "/regions",
                        Map.of("name", "left", "x", "1", "y", "1", "width", "20", "height", "20")),
                new Form("/assignments", Map.of("name", "Odd names")));
    }

    /** Other tests count on the opening channels, recipes and marks. */
    @AfterEach
    void takesThemAway() {
        leaveOpeningChannels();
        sql.update("update recipe set retired_at = current_timestamp where id > 2");
        sql.update("update mark set removed_at = current_timestamp where id > ?", marksBefore);
    }

    @Test
    void no_field_of_any_form_brings_the_program_down() throws Exception {
        Random random = new Random(5);
        List<String> faults = new ArrayList<>();
        for (Form form : forms) {
            List<String> names = form.fields().keySet().stream().sorted().toList();
            for (int round = 0; round < 20; round++) {
                Map<String, String> sent = new LinkedHashMap<>(form.fields());
                String name = names.get(random.nextInt(names.size()));
                String odd = ODD.get(random.nextInt(ODD.size()));
                sent.put(name, odd);
                HttpResponse<String> answer = visitor.post(form.address(), written(sent));
                boolean told =
                        answer.body().contains("Exception") || answer.body().contains("\tat ");
                if (answer.statusCode() >= 500 || told || answer.body().contains("<script>alert(1)")) {
                    faults.add("%s %s=%.40s: %d".formatted(form.address(), name, odd, answer.statusCode()));
                }
            }
        }
        assertThat(faults).isEmpty();
        for (String page : List.of("/recipes/1", "/channels/1", "/marks", "/assignments")) {
            assertThat(visitor.get(page).statusCode())
                    .as("%s after all that", page)
                    .isEqualTo(200);
        }
    }

    private static boolean tellsTooMuch(HttpResponse<String> answer) {
        boolean page = answer.headers().firstValue("Content-Type").orElse("").startsWith("text/html");
        return answer.body().contains("Exception")
                || answer.body().contains("\tat ")
                || page && answer.body().contains("<script>alert(1)");
    }

    private static String written(Map<String, String> fields) {
        return fields.entrySet().stream()
                .map(field -> URLEncoder.encode(field.getKey(), StandardCharsets.UTF_8) + "="
                        + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
    }
}
