package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.sources.PieceService;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What a run used can be seen for as long as its files are known, whatever became of the recipe and the channel since. */
class LookingBackTest extends Workbench {

    @Autowired
    private PieceService pieces;

    @Autowired
    private ChannelService channels;

    @Autowired
    private RecipeService recipes;

    @Autowired
    private RunService runs;

    private final Visitor visitor = new Visitor();

    /** Other tests count on the opening channels alone. */
    @AfterEach
    void takes_the_channels_away() {
        leaveOpeningChannels();
    }

    private Rendition rendered(long assignment, long channel, long recipe) throws Exception {
        String piece = String.valueOf(pieces.all(assignment).get(0).id());
        HttpResponse<String> page =
                visitor.post("/assignments/" + assignment + "/plan", "cells=" + channel + "." + recipe + "=" + piece);
        long run = Long.parseLong(page.uri().getPath().substring("/runs/".length()));
        await().atMost(Duration.ofSeconds(60)).until(() -> runs.get(run).state().isOver());
        return runs.renditions(run).get(0);
    }

    @Test
    void a_file_remembers_the_recipe_that_made_it() throws Exception {
        photo(ROOT.resolve("looking-back/leek.png"), 60, 40, 1);
        long assignment = assignment("Looking back", "looking-back");
        long recipe = recipes.add(RecipeReader.read(
                        "{\"recipe\": 1, \"title\": \"Leaflet\", \"size\": {\"mode\": \"width\", \"px\": 30}, \"format\": {\"type\": \"png\"}}",
                        ""))
                .id();
        String address = visitor.post("/channels", "").uri().getPath();
        long channel = Long.parseLong(address.substring("/channels/".length()));
        visitor.post(
                address,
                form(
                        "/name",
                        "Gazette",
                        "/colour",
                        "teal",
                        "/scheme",
                        "flat",
                        "/folder",
                        "gazette",
                        "recipe",
                        "" + recipe));
        Rendition first = rendered(assignment, channel, recipe);
        assertThat(first.path()).isEqualTo("gazette/leek.png");

        recipes.change(
                recipe,
                RecipeReader.read(
                        "{\"recipe\": 1, \"title\": \"Flyer\", \"size\": {\"mode\": \"width\", \"px\": 20}, \"name\": \"{stem}-{width}\", \"format\": {\"type\": \"png\"}}",
                        ""));
        visitor.post(
                address,
                form(
                        "/name",
                        "Herald",
                        "/colour",
                        "teal",
                        "/scheme",
                        "flat",
                        "/folder",
                        "herald",
                        "recipe",
                        "" + recipe));
        Rendition second = rendered(assignment, channel, recipe);
        assertThat(second.path()).isEqualTo("herald/leek-20.png");
        visitor.post("/recipes/" + recipe + "/retire", "retired=true");
        visitor.post(address + "/remove", "");

        assertThat(visitor.get("/renditions/" + first.id() + "/recipe").body())
                .contains("<h1>Leaflet</h1>", "Width 30 px, never enlarge", "gazette/leek.png")
                .doesNotContain("Width 20 px");
        assertThat(visitor.get("/renditions/" + second.id() + "/recipe").body())
                .contains("<h1>Flyer</h1>", "Width 20 px, never enlarge", "{stem}-{width}");
        assertThat(visitor.get("/renditions/" + first.id()).body()).contains("leek.png", "30 × 20");
        assertThat(visitor.get("/renditions/" + first.id() + "/file").statusCode())
                .isEqualTo(200);
        assertThat(visitor.get("/recipes/" + recipe).body()).contains("2 renditions");
        assertThat(channels.bands()).noneMatch(band -> band.channel().id() == channel);
        assertThat(visitor.get("/assignments/" + assignment + "/plan").body()).doesNotContain("Herald");
    }

    /** Of two who change one thing at the same time, the later one is told before the earlier one's work is covered. */
    @Test
    void nobody_covers_what_somebody_else_kept_meanwhile() throws Exception {
        long recipe = recipes.add(RecipeReader.read("{\"recipe\": 1, \"title\": \"Poster\"}", ""))
                .id();
        String page = "/recipes/" + recipe;
        String mine = form(
                "/title",
                "Poster",
                "/size/mode",
                "original",
                "/format/type",
                "png",
                "/format/bits",
                "24",
                "/name",
                "{stem}-mine",
                "version",
                "1");
        String theirs = mine.replace("mine", "theirs");
        assertThat(visitor.get(page).body()).contains("name=\"version\" value=\"1\"");
        visitor.post(page, theirs);
        assertThat(visitor.post(page, theirs).body())
                .as("the same twice is no conflict")
                .contains("Nothing changed.");
        assertThat(visitor.post(page, mine).body())
                .contains("was saved by someone else", "{stem}-mine", "name=\"version\" value=\"2\"");
        assertThat(recipes.get(recipe).recipe().name()).isEqualTo("{stem}-theirs");
        visitor.post(page, mine.replace("version=1", "version=2"));
        assertThat(recipes.get(recipe).recipe().name()).isEqualTo("{stem}-mine");
        assertThat(recipes.get(recipe).version()).isEqualTo(3);

        String channel = visitor.post("/channels", "").uri().getPath();
        Matcher stamp = Pattern.compile("name=\"stamp\" value=\"(\\w+)\"")
                .matcher(visitor.get(channel).body());
        assertThat(stamp.find()).isTrue();
        String fields = form("/name", "Almanac", "/colour", "teal", "/scheme", "flat", "stamp", stamp.group(1));
        visitor.post(channel, fields);
        assertThat(visitor.post(channel, fields.replace("Almanac", "Yearbook")).body())
                .contains("changed by someone else", "value=\"Yearbook\"");
        assertThat(visitor.get(channel).body()).contains("value=\"Almanac\"").doesNotContain("Yearbook");
    }
}
