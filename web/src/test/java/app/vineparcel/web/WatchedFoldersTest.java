package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.storage.DeliveryFolders;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Folders that are watched, and drawings that say themselves what they want. */
class WatchedFoldersTest extends Workbench {

    private static final Duration SOON = Duration.ofSeconds(60);

    @Autowired
    private RunService runs;

    @Autowired
    private DeliveryFolders folders;

    @BeforeEach
    void openingChannels() {
        leaveOpeningChannels();
    }

    private static Path sign(Path file, String colour) throws Exception {
        Files.createDirectories(file.getParent());
        return Files.writeString(
                file,
                """
                <svg xmlns='http://www.w3.org/2000/svg' width='400' height='300'>
                <rect id='a' data-name='Sign apple' data-recipe='tile' width='200' height='200' fill='%s'/>
                <rect id='b' width='90' height='90' x='250' fill='green'/></svg>"""
                        .formatted(colour));
    }

    private List<Rendition> made(long assignment) {
        await().atMost(SOON).until(() -> !runs.summaries(assignment).isEmpty());
        RunSummary newest = runs.summaries(assignment).get(0);
        await().atMost(SOON).until(() -> runs.get(newest.run().id()).state().isOver());
        return runs.renditions(newest.run().id());
    }

    private static Set<String> paths(List<Rendition> renditions) {
        return renditions.stream().map(Rendition::path).collect(Collectors.toSet());
    }

    @Test
    void a_drawing_is_rendered_as_it_asks_and_again_when_it_is_saved() throws Exception {
        Path file = sign(ROOT.resolve("signs/stall.svg"), "red");
        long id = assignment("Signs", "signs");
        Visitor visitor = new Visitor();
        visitor.post("/assignments/" + id + "/watch", "watch=true&render=true");
        assertThat(visitor.get("/assignments/" + id + "/sources").body()).contains("Watching 1 folder");
        visitor.post("/assignments/" + id + "/plan", "");
        List<Rendition> first = made(id);
        assertThat(paths(first)).containsExactly("web/tile/stall.webp");
        String sum = first.get(0).sha256();

        sign(file, "navy");
        await().atMost(SOON).until(() -> runs.summaries(id).size() == 2);
        List<Rendition> second = made(id);
        assertThat(paths(second)).containsExactly("web/tile/stall.webp");
        assertThat(second.get(0).sha256()).isNotEqualTo(sum);
        assertThat(folders.of(id).resolve("web/tile/stall.webp"))
                .hasSize(second.get(0).bytes());
        Thread.sleep(3_000);
        assertThat(runs.summaries(id)).as("nothing changed any more").hasSize(2);
    }

    @Test
    void a_new_file_comes_in_once_it_has_stopped_growing_and_what_was_removed_stays_out() throws Exception {
        Path there = photo(ROOT.resolve("watched/there.jpg"), 300, 200, 1);
        long id = assignment("Watched", "watched");
        Visitor visitor = new Visitor();
        visitor.post("/assignments/" + id + "/watch", "watch=true");
        long removed = sources.all(id).get(0).id();
        sources.remove(id, List.of(removed));
        byte[] whole = Files.readAllBytes(photo(FOLDER.resolve("aside/new.jpg"), 900, 700, 2));
        Path growing = there.resolveSibling("new.jpg");
        try (OutputStream out = Files.newOutputStream(growing)) {
            for (int at = 0; at < whole.length; at += whole.length / 6 + 1) {
                out.write(whole, at, Math.min(whole.length / 6 + 1, whole.length - at));
                out.flush();
                Files.setLastModifiedTime(growing, FileTime.fromMillis(System.currentTimeMillis()));
                Thread.sleep(700);
                assertThat(sources.all(id).stream().filter(source -> source.isReady()))
                        .as("it still grows")
                        .isEmpty();
            }
        }
        await().atMost(SOON).until(() -> sources.all(id).stream().anyMatch(source -> source.isReady()));
        assertThat(sources.all(id).stream().filter(source -> source.isReady()))
                .extracting(source -> source.fileName())
                .containsExactly("new.jpg");
        assertThat(runs.summaries(id)).as("nobody asked for that").isEmpty();
    }
}
