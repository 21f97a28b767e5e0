package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The application as a program of its own, in a schema of its own, asked to end while it is busy. */
class EndsInTimeTest {

    private static final int MANY = 100_000;

    @TempDir
    private Path folder;

    /** A drawing of as much noise as takes an hour. */
    private static String drawing() {
        return "<svg xmlns='http://www.w3.org/2000/svg' width='900' height='900'><filter id='a'><feTurbulence baseFrequency='.1' numOctaves='9'/></filter>%s</svg>"
                .formatted("<rect width='900' height='900' filter='url(#a)'/>".repeat(MANY));
    }

    private Process started(int port) throws IOException {
        Path photos = Files.createDirectories(folder.resolve("photos/drawings"));
        Files.writeString(photos.resolve("a.svg"), drawing());
        Files.writeString(photos.resolve("b.svg"), drawing());
        Path opening = Files.writeString(
                folder.resolve("opening.json"),
                "{\"assignment\": \"Slow\", \"folders\": [\"drawings\"], \"channels\": []}");
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-cp",
                System.getProperty("java.class.path"),
                VineParcelApplication.class.getName(),
                "--server.port=" + port,
                "--spring.datasource.url=" + System.getenv("VINE_PARCEL_DB_URL") + "?currentSchema=ends_in_time",
                "--spring.flyway.default-schema=ends_in_time",
                "--vine-parcel.source-seconds=3600",
                "--vine-parcel.render-threads=2",
                "--vine-parcel.data-folder=" + folder.resolve("data"),
                "--vine-parcel.delivery-root=" + folder.resolve("deliveries"),
                "--vine-parcel.source-roots=" + folder.resolve("photos"),
                "--vine-parcel.opening-set=" + opening));
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
    }

    private static String page(int port) {
        try {
            return HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(
                                            URI.create("http://127.0.0.1:%d/assignments/1/sources".formatted(port)))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body();
        } catch (IOException notYet) {
            return "";
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void it_ends_within_ten_seconds_while_both_readers_are_inside_a_hostile_file() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        Process application = started(port);
        try {
            await().atMost(Duration.ofSeconds(120))
                    .untilAsserted(
                            () -> assertThat(page(port)).as(() -> read("log")).contains("reading …"));
            TimeUnit.SECONDS.sleep(3); // both are at it
            assertThat(page(port).split("reading …", -1)).hasSize(3);
            application.destroy();
            assertThat(application.waitFor(10, TimeUnit.SECONDS))
                    .as(() -> read("log"))
                    .isTrue();
        } finally {
            application.destroyForcibly();
        }
    }

    private String read(String name) {
        try {
            return Files.readString(folder.resolve(name));
        } catch (IOException e) {
            return "";
        }
    }
}
