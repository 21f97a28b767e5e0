package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.storage.SmallArchive;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Channels are named, copied, taken away and brought back, and passed on with their recipes. */
class ChannelsTest extends Workbench {

    @Autowired
    private ChannelService channels;

    /** Other tests count on the opening channels alone. */
    @AfterEach
    void takes_the_channels_away() {
        leaveOpeningChannels();
    }

    @Test
    void a_name_is_taken_once_and_free_again_when_its_channel_is_gone() throws Exception {
        Visitor visitor = new Visitor();
        String address = visitor.post("/channels", "").uri().getPath();
        String taken = visitor.post(address, form("/name", "Press", "/colour", "teal", "/scheme", "flat"))
                .body();
        assertThat(taken)
                .contains("There is already a channel with this name. Choose another name.", "value=\"Press\"");
        visitor.post(address, form("/name", "Gazette", "/colour", "teal", "/scheme", "flat", "recipe", "2"));
        assertThat(visitor.post(address + "/remove", "").body()).contains("“Gazette” was deleted.", "Undo");
        String other = visitor.post("/channels", "").uri().getPath();
        visitor.post(other, form("/name", "Gazette", "/colour", "rose", "/scheme", "flat"));
        assertThat(visitor.post(address + "/back", "").body()).contains("“Gazette 2” is restored.");
        assertThat(channels.bands()).extracting(band -> band.channel().name()).contains("Gazette", "Gazette 2");
    }

    @Test
    void every_wrong_field_is_explained_where_it_stands() throws Exception {
        Visitor visitor = new Visitor();
        String wrong = form(
                "/name",
                "",
                "/colour",
                "red",
                "/folder",
                "/abs",
                "/scheme",
                "template",
                "/pattern",
                "{mood}",
                "/max-bytes",
                "much",
                "recipe",
                "1",
                "recipe",
                "2",
                "folder-2",
                "../x",
                "suffix-1",
                "/y");
        String answer = visitor.post("/channels/check", wrong).body();
        assertThat(answer)
                .contains(
                        "\"/name\":", "\"/colour\":", "\"/folder\":", "\"/pattern\":", "\"folder-2\":", "\"suffix-1\":")
                .contains("\"/max-bytes\":\"Found \\\"much\\\"; expected a size in kB above 0.\"");
        String sound = form("/name", "N", "/colour", "sky", "/folder", "n", "/scheme", "format", "recipe", "1");
        assertThat(visitor.post("/channels/check", sound).body())
                .containsPattern("\"path\":\"n/jpeg/[^\"/]+\\.jpg\",\"blocker\":\"\"");
    }

    @Test
    void a_channel_is_passed_on_with_its_recipes() throws Exception {
        Visitor visitor = new Visitor();
        int recipes = sql.queryForObject("select count(*) from recipe", Integer.class);
        String copy = visitor.post("/channels/1/copy", "").uri().getPath();
        assertThat(visitor.get(copy).body()).contains("value=\"Web shop 2\"");
        Map<String, String> archive = new LinkedHashMap<>();
        archive.put(
                "partners.channel.json",
                """
                {"channel": 1, "name": "Web shop", "scheme": "format", "max-bytes": 90000, "without-location": true,
                 "recipes": [{"file": "new.recipe.json", "suffix": "-p"}]}""");
        archive.put("new.recipe.json", "{\"recipe\": 1, \"title\": \"Brought in\", \"name\": \"{stem}-new\"}");
        HttpResponse<String> in =
                visitor.send("/channels/files?name=partners.channel.zip", SmallArchive.write(archive));
        assertThat(in.statusCode()).as(in.body()).isEqualTo(200);
        assertThat(channels.bands())
                .filteredOn(band -> band.channel().name().equals("Web shop 3"))
                .singleElement()
                .satisfies(band -> {
                    assertThat(band.channel().rules().maxBytes()).hasValue(90_000);
                    assertThat(band.channel().rules().withoutLocation()).isTrue();
                    assertThat(band.uses().get(0).recipe().title()).startsWith("Brought in");
                    assertThat(band.uses().get(0).placement().suffix()).isEqualTo("-p");
                });
        visitor.send("/channels/files?name=again.zip", SmallArchive.write(archive));
        assertThat(sql.queryForObject("select count(*) from recipe", Integer.class))
                .as("an equal recipe is not brought in twice")
                .isEqualTo(recipes + 1);
    }

    /** Two files of one content are two recipes of the channel; what the channel does not name is left alone. */
    @Test
    void a_channel_has_each_recipe_once_and_none_that_it_does_not_name() throws Exception {
        int before = sql.queryForObject("select count(*) from recipe", Integer.class);
        String recipe = "{\"recipe\": 1, \"title\": \"Twice\"}";
        Map<String, String> archive = new LinkedHashMap<>();
        archive.put(
                "twice.channel.json",
                "{\"channel\": 1, \"name\": \"Twice\", \"recipes\": [{\"file\": \"a.recipe.json\"}, {\"file\": \"b.recipe.json\"}]}");
        archive.put("a.recipe.json", recipe);
        archive.put("b.recipe.json", recipe);
        archive.put("left.recipe.json", "{\"recipe\": 7}");
        archive.put("README.txt", "To whom it may concern");
        for (int i = 0; i < 2; i++) {
            HttpResponse<String> in = new Visitor().send("/channels/files?name=twice.zip", SmallArchive.write(archive));
            assertThat(in.statusCode()).as(in.body()).isEqualTo(200);
        }
        assertThat(channels.bands())
                .filteredOn(band -> band.channel().name().startsWith("Twice"))
                .hasSize(2)
                .allSatisfy(band -> assertThat(band.uses())
                        .extracting(use -> use.recipe().id())
                        .hasSize(2)
                        .doesNotHaveDuplicates());
        assertThat(sql.queryForObject("select count(*) from recipe", Integer.class))
                .isLessThanOrEqualTo(before + 3);
    }

    @Test
    void a_broken_archive_is_refused_with_its_places() throws Exception {
        Visitor visitor = new Visitor();
        Map<String, String> archive = new LinkedHashMap<>();
        archive.put(
                "p.channel.json", "{\"channel\": 1, \"name\": \"P\", \"recipes\": [{\"file\": \"gone.recipe.json\"}]}");
        archive.put("other.recipe.json", "{\"recipe\": 1}");
        assertThat(visitor.send("/channels/files?name=p.zip", SmallArchive.write(archive))
                        .body())
                .contains("refers to the recipe gone.recipe.json, which is not in the archive");
        archive.put("p.channel.json", "{\"channel\": 1, \"name\": \"P\", \"colour\": \"mood\"}");
        assertThat(visitor.send("/channels/files?name=p.zip", SmallArchive.write(archive))
                        .body())
                .contains("p.channel.json, ", "/colour");
        assertThat(visitor.send("/channels/files?name=p.json", "{}".getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("It is not a ZIP file.");
        assertThat(channels.bands()).hasSize(2);
    }
}
