package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.Source;
import app.vineparcel.web.storage.DeliveryFolders;
import java.awt.image.BufferedImage;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

class RunsTest extends Workbench {

    @Autowired
    private ChannelService channels;

    @Autowired
    private RunService runs;

    @Autowired
    private DeliveryFolders folders;

    @Autowired
    private RecipeService recipes;

    @Autowired
    private PieceService pieces;

    private String everything(long id) {
        String keys = pieces.all(id).stream().map(p -> String.valueOf(p.id())).collect(Collectors.joining(","));
        return channels.bands().stream()
                .flatMap(band -> band.uses().stream()
                        .map(use -> band.channel().id() + "." + use.recipe().id() + "=" + keys))
                .collect(Collectors.joining(";"));
    }

    private RunSummary run(long id) throws Exception {
        HttpResponse<String> page = new Visitor().post("/assignments/" + id + "/plan", "cells=" + everything(id));
        assertThat(page.uri().getPath()).startsWith("/runs/");
        long runId = Long.parseLong(page.uri().getPath().substring("/runs/".length()));
        await().atMost(Duration.ofSeconds(60))
                .until(() -> runs.get(runId).state().isOver());
        return runs.summary(runId);
    }

    private Map<String, Rendition> byPath(RunSummary summary) {
        return runs.renditions(summary.run().id()).stream()
                .collect(Collectors.toMap(Rendition::path, Function.identity()));
    }

    @Test
    void files_lie_where_channel_and_recipe_say() throws Exception {
        long id = assignment("Winter leaflet", "field-day");
        RunSummary summary = run(id);
        assertThat(summary.run().state()).isEqualTo(Run.State.DONE);
        assertThat(summary.done()).isEqualTo(6);
        assertThat(byPath(summary).keySet())
                .containsExactlyInAnyOrder(
                        "web/page/terraces-320.jpg",
                        "web/tile/terraces.webp",
                        "press/winter-leaflet/page/terraces-320.jpg",
                        "web/page/windfalls-210.jpg",
                        "web/tile/windfalls.webp",
                        "press/winter-leaflet/page/windfalls-210.jpg");
        for (Rendition rendition : runs.renditions(summary.run().id())) {
            assertThat(folders.of(id).resolve(rendition.path())).hasSize(rendition.bytes());
        }
        HttpResponse<String> delivery =
                new Visitor().get("/deliveries/" + summary.run().id());
        assertThat(delivery.body()).contains("terraces-320.jpg", "320 × 210", "winter-leaflet/");
    }

    /** Under a limit the quality is lowered, and the delivery tells to what; where even the lowest is too heavy, that is the reason. */
    @Test
    void a_weight_limit_is_kept_and_told() throws Exception {
        long id = assignment("Light", "field-day");
        StoredRecipe page = recipes.all().get(0);
        String before = page.body();
        try {
            recipes.change(page.id(), limited(6000));
            Rendition kept = byPath(run(id)).get("web/page/terraces-320.jpg");
            assertThat(kept.isDone()).isTrue();
            assertThat(kept.bytes()).isLessThanOrEqualTo(6000).isGreaterThan(4500);
            String details = new Visitor().get("/renditions/" + kept.id()).body();
            assertThat(details).contains("Out of gamut").containsPattern("JPEG, quality [1-8]?[0-9]<");
            recipes.change(page.id(), limited(200));
            Rendition refused = byPath(run(id)).get("web/page/terraces-320.jpg");
            assertThat(refused.state()).isEqualTo(Rendition.State.FAILED);
            assertThat(refused.reason()).contains("the limit is 200 bytes");
        } finally {
            recipes.change(page.id(), RecipeReader.read(before, ""));
        }
    }

    private static Recipe limited(int bytes) throws RecipeException {
        return RecipeReader.read(
                """
                {"recipe": 1, "title": "Page", "size": {"mode": "long-edge", "px": 320}, "name": "{stem}-{width}", "folder": "page",
                 "sharpen": {"for": "screen"}, "format": {"type": "jpeg", "quality": 95, "max-bytes": %d}}"""
                        .formatted(bytes),
                "");
    }

    /** A square about a focal point at the right edge shows what is there; the plan and the run take it from the source. */
    @Test
    void a_focal_point_set_by_hand_decides_the_crop() throws Exception {
        Path halves = Files.createDirectories(ROOT.resolve("halves")).resolve("halves.png");
        BufferedImage image = new BufferedImage(400, 100, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 400 * 100; i++) {
            image.setRGB(i % 400, i / 400, i % 400 < 200 ? 0x2040c0 : 0xc04020);
        }
        ImageIO.write(image, "png", halves.toFile());
        long id = assignment("Halves", "halves");
        long source = sources.all(id).get(0).id();
        new Visitor().post("/sources/" + source + "/focus", "x=0.95&y=0.5");
        assertThat(redOfTile(id)).isGreaterThan(150);
        new Visitor().post("/sources/" + source + "/focus", "x=0.05&y=0.5");
        assertThat(redOfTile(id)).isLessThan(80);
    }

    private int redOfTile(long assignment) throws Exception {
        Rendition tile = byPath(run(assignment)).get("web/tile/halves.webp");
        assertThat(tile.isDone()).isTrue();
        BufferedImage square =
                ImageIO.read(folders.of(assignment).resolve(tile.path()).toFile());
        return square.getRGB(50, 50) >> 16 & 0xff;
    }

    @Test
    void a_file_that_cannot_be_read_is_listed_with_its_reason_and_stops_nothing() throws Exception {
        Path mixed = Files.createDirectories(ROOT.resolve("mixed"));
        byte[] whole = Files.readAllBytes(photo(mixed.resolve("sound.jpg"), 300, 200, 5));
        Files.write(mixed.resolve("cut.jpg"), java.util.Arrays.copyOf(whole, whole.length / 2));
        Files.write(mixed.resolve("empty.png"), new byte[0]);
        Files.writeString(mixed.resolve("text.png"), "a shopping list");
        long id = assignment("Mixed", "mixed");
        Map<String, Source> byName =
                sources.all(id).stream().collect(Collectors.toMap(Source::fileName, Function.identity()));
        assertThat(byName.get("sound.jpg").isReady()).isTrue();
        assertThat(byName.get("cut.jpg").reason()).as("half of it is sound").isEmpty();
        assertThat(byName.get("empty.png").reason()).contains("empty");
        assertThat(byName.get("text.png").reason()).contains("not a picture");
        assertThat(new Visitor().get("/assignments/" + id + "/sources").body()).contains("The file is empty");
        assertThat(run(id).done())
                .as("half a picture too, since its cells were turned on")
                .isEqualTo(6);
    }

    @Test
    void one_rendition_fails_clearly_and_the_rest_goes_on() throws Exception {
        photo(ROOT.resolve("fragile/kept.jpg"), 300, 200, 6);
        Path vanishing = photo(ROOT.resolve("fragile/vanishing.jpg"), 300, 200, 7);
        long id = assignment("Fragile", "fragile");
        Files.delete(vanishing);
        Path foreign = folders.of(id).resolve("web/page/kept-320.jpg");
        Files.createDirectories(foreign.getParent());
        Files.writeString(folders.of(id).resolve("web/page/kept-300.jpg"), "somebody's own");
        RunSummary summary = run(id);
        Map<String, Rendition> byPath = byPath(summary);
        assertThat(summary.failed()).isEqualTo(4);
        assertThat(byPath.get("web/page/kept-300.jpg").reason()).contains("did not write");
        assertThat(byPath.get("web/tile/vanishing.webp").reason()).contains("The file is missing.");
        assertThat(byPath.get("web/tile/kept.webp").isDone()).isTrue();
        assertThat(folders.of(id).resolve("web/page/kept-300.jpg")).hasContent("somebody's own");
        try (Stream<Path> all = Files.walk(folders.of(id))) {
            assertThat(all.map(p -> p.getFileName().toString())).noneMatch(name -> name.endsWith(".part"));
        }
        assertThat(new Visitor().get("/runs/" + summary.run().id()).body())
                .contains("4 failed", "The file is missing.");
    }

    /** What is in place and unchanged is left alone; a file that somebody removed or changed is noticed, the latter is not overwritten. */
    @Test
    void a_second_run_makes_what_changed_and_nothing_else() throws Exception {
        long id = assignment("Twice", "field-day");
        RunSummary first = run(id);
        assertThat(first.done()).isEqualTo(6);
        RunSummary second = run(id);
        assertThat(second.unchanged()).isEqualTo(6);
        assertThat(second.run().number()).isEqualTo(first.run().number() + 1);
        assertThat(runs.renditions(second.run().id()))
                .extracting(Rendition::sha256)
                .isEqualTo(runs.renditions(first.run().id()).stream()
                        .map(Rendition::sha256)
                        .toList());
        Files.delete(folders.of(id).resolve("web/tile/terraces.webp"));
        Files.writeString(folders.of(id).resolve("web/tile/windfalls.webp"), "retouched");
        RunSummary third = run(id);
        assertThat(third.unchanged()).isEqualTo(4);
        assertThat(third.done()).isEqualTo(1);
        assertThat(byPath(third).get("web/tile/windfalls.webp").reason()).contains("changed since");
        assertThat(folders.of(id).resolve("web/tile/terraces.webp")).isRegularFile();
        assertThat(folders.of(id).resolve("web/tile/windfalls.webp")).hasContent("retouched");
        StoredRecipe page = recipes.all().get(0);
        String before = page.body();
        try {
            recipes.change(page.id(), limited(9000));
            RunSummary fourth = run(id);
            assertThat(fourth.done()).as("the one recipe, in two channels").isEqualTo(4);
            assertThat(fourth.unchanged()).isEqualTo(1);
        } finally {
            recipes.change(page.id(), RecipeReader.read(before, ""));
        }
    }

    @Test
    void all_of_it_is_made_again_where_somebody_asks_for_that() throws Exception {
        long id = assignment("Afresh", "field-day");
        run(id);
        HttpResponse<String> page =
                new Visitor().post("/assignments/" + id + "/plan", "afresh=true&cells=" + everything(id));
        long runId = Long.parseLong(page.uri().getPath().substring("/runs/".length()));
        await().atMost(Duration.ofSeconds(60))
                .until(() -> runs.get(runId).state().isOver());
        assertThat(runs.summary(runId).done()).isEqualTo(6);
    }

    @Test
    void the_archive_holds_every_file() throws Exception {
        long id = assignment("Archive", "field-day");
        RunSummary summary = run(id);
        java.net.URI uri = java.net.URI.create(
                "http://127.0.0.1:" + port + "/deliveries/" + summary.run().id() + "/archive");
        HttpResponse<byte[]> answer = java.net.http.HttpClient.newHttpClient()
                .send(java.net.http.HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofByteArray());
        assertThat(answer.headers().firstValue("Content-Length")).isEmpty();
        assertThat(answer.headers().firstValue("Content-Disposition").orElse(""))
                .contains("Archive");
        List<String> names = new java.util.ArrayList<>();
        try (java.util.zip.ZipInputStream zip =
                new java.util.zip.ZipInputStream(new java.io.ByteArrayInputStream(answer.body()))) {
            for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                names.add(entry.getName());
                assertThat(zip.readAllBytes())
                        .hasSize(Math.toIntExact(Files.size(folders.of(id).resolve(entry.getName()))));
            }
        }
        assertThat(names).containsExactlyInAnyOrderElementsOf(byPath(summary).keySet());
    }

    @Test
    void nothing_chosen_is_said_and_nothing_is_started() throws Exception {
        long id = assignment("Nothing", "field-day");
        Visitor visitor = new Visitor();
        assertThat(visitor.post("/assignments/" + id + "/plan", "cells=").body())
                .contains("Nothing is selected");
        assertThat(visitor.post("/assignments/" + id + "/plan", "cells=1.2").body())
                .contains("sent something unreadable");
        assertThat(visitor.post("/assignments/" + id + "/plan", "cells=99.99=1").body())
                .contains("no longer exists");
        assertThat(runs.summaries(id)).isEmpty();
    }
}
