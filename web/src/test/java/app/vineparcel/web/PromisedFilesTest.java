package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import app.vineparcel.web.storage.DeliveryFolders;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What was shown when a run was started is where it is when it is over, and what is missing is said. */
class PromisedFilesTest extends Workbench {

    @Autowired
    private ChannelService channels;

    @Autowired
    private RunService runs;

    @Autowired
    private PieceService pieces;

    @Autowired
    private DeliveryFolders folders;

    @BeforeEach
    void openingChannels() {
        leaveOpeningChannels();
    }

    private long photographed(String name, int pictures) throws Exception {
        for (int i = 0; i < pictures; i++) {
            photo(ROOT.resolve(name + "/picture-" + i + ".jpg"), 1500, 1000, i);
        }
        return assignment(name, name);
    }

    private long started(long assignment) throws Exception {
        String keys =
                pieces.all(assignment).stream().map(p -> String.valueOf(p.id())).collect(Collectors.joining(","));
        ChannelService.Band band = channels.bands().get(0);
        String cells = band.channel().id() + "." + band.uses().get(0).recipe().id() + "=" + keys;
        String page = new Visitor(java.net.http.HttpClient.Redirect.NEVER)
                .post("/assignments/" + assignment + "/plan", "cells=" + cells)
                .headers()
                .firstValue("Location")
                .orElseThrow();
        return Long.parseLong(page.substring(page.lastIndexOf('/') + 1));
    }

    private List<Rendition> over(long run) {
        await().atMost(Duration.ofSeconds(90)).until(() -> runs.get(run).state().isOver());
        return runs.renditions(run);
    }

    /** A second run waits behind a long one while its piece is called something else: the file has the name that was shown. */
    @Test
    void a_waiting_run_writes_to_the_paths_that_it_showed() throws Exception {
        long before = started(photographed("long-before", 30));
        long assignment = photographed("promised", 1);
        long run = started(assignment);
        String shown = runs.renditions(run).get(0).path();
        StoredPiece piece = pieces.all(assignment).get(0);
        new Visitor().post("/pieces/" + piece.id() + "/name", form("name", "something else"));
        assertThat(pieces.get(piece.id()).name()).isEqualTo("something else");
        Rendition rendition = over(run).get(0);
        assertThat(rendition.isDone()).as(rendition.reason()).isTrue();
        assertThat(rendition.path()).isEqualTo(shown);
        assertThat(folders.of(assignment).resolve(shown)).isRegularFile();
        over(before);
    }

    @Test
    void a_delivery_says_what_is_no_longer_there() throws Exception {
        long assignment = photographed("moved-away", 2);
        long run = started(assignment);
        Path gone = folders.of(assignment).resolve(over(run).get(1).path());
        Files.delete(gone);
        Visitor visitor = new Visitor();
        assertThat(visitor.get("/deliveries/" + run).body())
                .contains("1 file missing from the delivery folder.")
                .contains(runs.renditions(run).get(1).path());
        byte[] zip = java.net.http.HttpClient.newHttpClient()
                .send(
                        java.net.http.HttpRequest.newBuilder(java.net.URI.create(
                                        "http://127.0.0.1:" + port + "/deliveries/" + run + "/archive"))
                                .build(),
                        java.net.http.HttpResponse.BodyHandlers.ofByteArray())
                .body();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            ZipEntry last = in.getNextEntry();
            while (!last.getName().equals("MISSING FILES.txt")) {
                last = in.getNextEntry();
            }
            assertThat(in.readAllBytes())
                    .asString()
                    .contains(runs.renditions(run).get(1).path());
        }
    }

    /** Another version of a picture has other addresses, small and large, and other pictures behind them. */
    @Test
    void a_new_version_of_a_picture_is_seen_at_every_size() throws Exception {
        long assignment = photographed("versions", 1);
        StoredPiece piece = pieces.all(assignment).get(0);
        Visitor visitor = new Visitor();
        String before = visitor.get("/pieces/" + piece.id()).body();
        byte[] small = bytes("/pieces/" + piece.id() + "/thumbnail");
        byte[] large = bytes("/pieces/" + piece.id() + "/preview");
        Path other = photo(ROOT.resolve("versions-new/other.jpg"), 1200, 900, 99);
        visitor.send("/sources/" + piece.sourceId().orElseThrow() + "/file?name=other.jpg", Files.readAllBytes(other));
        await().atMost(Duration.ofSeconds(30)).until(() -> sources.waiting(assignment) == 0);
        await().atMost(Duration.ofSeconds(30)).untilAsserted(() -> {
            assertThat(bytes("/pieces/" + piece.id() + "/thumbnail")).isNotEqualTo(small);
            assertThat(bytes("/pieces/" + piece.id() + "/preview")).isNotEqualTo(large);
        });
        assertThat(address(visitor.get("/pieces/" + piece.id()).body())).isNotEqualTo(address(before));
    }

    private static String address(String page) {
        var found = java.util.regex.Pattern.compile("thumbnail\\?v=([^\"&]+)").matcher(page);
        assertThat(found.find()).isTrue();
        return found.group(1);
    }

    private byte[] bytes(String path) throws Exception {
        return java.net.http.HttpClient.newHttpClient()
                .send(
                        java.net.http.HttpRequest.newBuilder(java.net.URI.create("http://127.0.0.1:" + port + path))
                                .build(),
                        java.net.http.HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }
}
