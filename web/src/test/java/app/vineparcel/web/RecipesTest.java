package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.recipes.RecipeFiles;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.storage.SmallArchive;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What becomes of recipes over the years: versions, copies, retiring, files out and in. */
class RecipesTest extends Workbench {

    @Autowired
    private RecipeService recipes;

    private StoredRecipe add(String title, String clauses) throws RecipeException {
        return recipes.add(RecipeReader.read(
                "{\"recipe\": 1, \"title\": \"%s\", %s}".formatted(title, clauses.replace('\'', '"')), ""));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static long idOf(HttpResponse<String> page) {
        Matcher id = Pattern.compile("/recipes/(\\d+)$").matcher(page.uri().getPath());
        assertThat(id.find()).as(page.uri().toString()).isTrue();
        return Long.parseLong(id.group(1));
    }

    @Test
    void every_version_stays_and_can_be_brought_back() throws Exception {
        Visitor visitor = new Visitor();
        StoredRecipe recipe = add("Versioned", "'size': {'mode': 'width', 'px': 111}");
        recipes.change(
                recipe.id(),
                RecipeReader.read(
                        "{\"recipe\": 1, \"title\": \"Versioned\", \"size\": {\"mode\": \"width\", \"px\": 222}}", ""));
        String versions = visitor.get("/recipes/" + recipe.id() + "/versions").body();
        assertThat(versions)
                .contains(
                        "Version 2",
                        "Version 1",
                        "Width 111 px, never enlarge</del>",
                        "Width 222 px, never enlarge</ins>");
        assertThat(visitor.get("/recipes/" + recipe.id() + "/versions/1").body())
                .contains("Versioned, version 1", "Width 111 px, never enlarge")
                .doesNotContain("Width 222");
        String back =
                visitor.post("/recipes/" + recipe.id() + "/versions/1/back", "").body();
        assertThat(back).contains("Version 1 is restored as version 3.", "Width 111 px, never enlarge");
        assertThat(visitor.get("/recipes/" + recipe.id() + "/versions/9").statusCode())
                .isEqualTo(404);
    }

    @Test
    void a_copy_has_a_title_of_its_own_and_a_retired_one_comes_back() throws Exception {
        Visitor visitor = new Visitor();
        StoredRecipe recipe = add("Copied", "'folder': 'x'");
        long copy = idOf(visitor.post("/recipes/" + recipe.id() + "/copy", ""));
        assertThat(recipes.get(copy).title()).isEqualTo("Copied 2");
        assertThat(recipes.get(copy).recipe().called("Copied")).isEqualTo(recipe.recipe());
        assertThat(visitor.post("/recipes/" + copy + "/retire", "retired=true").body())
                .containsPattern("Retired \\([1-9]")
                .contains("you can restore it here");
        assertThat(recipes.inUse()).extracting(StoredRecipe::id).doesNotContain(copy);
        visitor.post("/recipes/" + copy + "/retire", "retired=false");
        assertThat(recipes.inUse()).extracting(StoredRecipe::id).contains(copy);
    }

    @Test
    void starters_are_sound_and_say_what_they_are_for() throws Exception {
        Visitor visitor = new Visitor();
        String first = visitor.get("/recipes/starters/full-size-for-print").body();
        Matcher links = Pattern.compile("href=\"(/recipes/starters/[^\"]+)\"").matcher(first);
        int count = 0;
        while (links.find()) {
            assertThat(visitor.get(links.group(1)).body())
                    .contains("Template: copy it to change it.", "Copy to your recipes");
            count++;
        }
        assertThat(count).isGreaterThanOrEqualTo(10);
        assertThat(visitor.get("/recipes/starters/mood").statusCode()).isEqualTo(404);
    }

    @Test
    void recipes_go_out_as_files_and_come_in_again() throws Exception {
        Visitor visitor = new Visitor();
        StoredRecipe recipe = add("Out & in", "'format': {'type': 'webp', 'quality': 61}, 'name': '{stem|kebab}'");
        HttpResponse<String> file = visitor.get("/recipes/" + recipe.id() + "/file");
        assertThat(file.headers().firstValue("Content-Disposition").orElse("")).contains("out-in.recipe.json");
        assertThat(RecipeReader.read(file.body(), "")).isEqualTo(recipe.recipe());
        HttpResponse<String> in = visitor.send("/recipes/files?name=out-in.recipe.json", bytes(file.body()));
        assertThat(in.statusCode()).isEqualTo(200);
        assertThat(recipes.all()).extracting(StoredRecipe::title).contains("Out & in 2");
        byte[] zip = SmallArchive.write(RecipeFiles.written(List.of(recipe.recipe(), recipe.recipe())));
        assertThat(visitor.send("/recipes/files?name=all.zip", zip).body()).contains("\"count\":2");
    }

    @Test
    void what_is_wrong_in_a_file_is_said_with_its_place_and_nothing_is_taken_in() throws Exception {
        Visitor visitor = new Visitor();
        int before = recipes.all().size();
        assertThat(visitor.send("/recipes/files?name=a.recipe.json", bytes("{\"recipe\": 1, \"size\": {\"px\": 9}}"))
                        .body())
                .contains("a.recipe.json, ", "/size/px", "unknown key");
        assertThat(visitor.send("/recipes/files?name=b.recipe.json", bytes("{")).body())
                .contains("not valid JSON in line 1");
        Map<String, String> mixed = new LinkedHashMap<>();
        mixed.put("good.recipe.json", "{\"recipe\": 1}");
        mixed.put("bad.recipe.json", "{\"recipe\": 1, \"format\": {\"quality\": 0}}");
        mixed.put("notes.txt", "not looked at");
        HttpResponse<String> refused = visitor.send("/recipes/files?name=c.zip", SmallArchive.write(mixed));
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(refused.body())
                .contains("bad.recipe.json, ", "/format/quality")
                .doesNotContain("good.recipe.json");
        assertThat(visitor.send("/recipes/files?name=d.zip", bytes("PK\3\4 broken"))
                        .statusCode())
                .isEqualTo(400);
        byte[] oddName = SmallArchive.write(Map.of("aa.recipe.json", "{\"recipe\": 1}"));
        for (int i = 0; i + 1 < oddName.length; i++) {
            if (oddName[i] == 'a' && oddName[i + 1] == 'a') {
                oddName[i] = (byte) 0xe4; // no UTF-8
            }
        }
        assertThat(visitor.send("/recipes/files?name=odd.zip", oddName).body()).contains("The archive is damaged.");
        assertThat(visitor.send("/recipes/files?name=e.zip", SmallArchive.write(Map.of("a.txt", "x", "b.txt", "y")))
                        .body())
                .contains("It contains no recipe.");
        assertThat(recipes.all()).hasSize(before);
    }

    @Test
    void an_archive_that_unpacks_too_large_is_refused() {
        byte[] bomb = SmallArchive.write(Map.of("a.recipe.json", " ".repeat(2_000_000)));
        assertThat(bomb.length).isLessThan(10_000);
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> SmallArchive.read("bomb.zip", bomb))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.problem().reason()).contains("above 1 MB"));
    }
}
