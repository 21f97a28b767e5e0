package app.vineparcel.web;

import static org.awaitility.Awaitility.await;

import app.vineparcel.core.ProblemException;
import app.vineparcel.standins.Printer;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.sources.SourceService;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The whole application on a free port with a real database, with an opening set and a source root of its own. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
abstract class Workbench {

    static final Path FOLDER = folder();
    static final Path ROOT = FOLDER.resolve("photos");

    /** Runs as long as the tests do. */
    private static final Printer PRINTER = printer();

    @LocalServerPort
    int port;

    @Autowired
    AssignmentService assignments;

    @Autowired
    SourceService sources;

    @Autowired
    JdbcTemplate sql;

    /** A new assignment whose sources, in these folders below the root, are all read. */
    long assignment(String name, String... folders) throws ProblemException {
        long id = assignments.make(name).id();
        for (String folder : folders) {
            sources.addFolder(id, folder);
        }
        await().atMost(Duration.ofSeconds(120)).until(() -> sources.waiting(id) == 0);
        return id;
    }

    /** Takes away all but the opening channels, which other tests count on. */
    void leaveOpeningChannels() {
        sql.update("delete from cell_choice where channel_id > 2");
        sql.update("delete from channel_recipe where channel_id > 2");
        sql.update("delete from channel where id > 2");
    }

    /** Fields and their values in turn, as a form sends them. */
    static String form(String... fields) {
        StringBuilder form = new StringBuilder();
        for (int i = 0; i < fields.length; i += 2) {
            form.append(URLEncoder.encode(fields[i], StandardCharsets.UTF_8))
                    .append('=')
                    .append(URLEncoder.encode(fields[i + 1], StandardCharsets.UTF_8))
                    .append('&');
        }
        return form.toString();
    }

    @DynamicPropertySource
    static void settings(DynamicPropertyRegistry registry) {
        registry.add("vine-parcel.data-folder", () -> FOLDER.resolve("data"));
        registry.add("vine-parcel.delivery-root", () -> FOLDER.resolve("deliveries"));
        registry.add("vine-parcel.source-roots", () -> ROOT);
        registry.add("vine-parcel.pixel-limit", () -> 30);
        registry.add("vine-parcel.watch", () -> "PT1S");
        registry.add("vine-parcel.upload-limit", () -> 5);
        registry.add("vine-parcel.printer", PRINTER::address);
        registry.add(
                "vine-parcel.opening-set", () -> FOLDER.resolve("opening.json").toString());
    }

    private static Printer printer() {
        try {
            return new Printer(FOLDER.resolve("printed"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Path folder() {
        try {
            Path folder = Files.createTempDirectory("vine-parcel-web");
            Path pictures = Files.createDirectories(folder.resolve("photos/field-day"));
            photo(pictures.resolve("terraces.jpg"), 640, 420, 1);
            photo(pictures.resolve("windfalls.jpg"), 420, 640, 2);
            Files.createDirectories(folder.resolve("recipes"));
            Files.writeString(
                    folder.resolve("recipes/page.recipe.json"),
                    """
                    {"recipe": 1, "title": "Page", "size": {"mode": "long-edge", "px": 320},
                     "format": {"type": "jpeg", "quality": 80}, "name": "{stem}-{width}", "folder": "page"}""");
            Files.writeString(
                    folder.resolve("recipes/tile.recipe.json"),
                    """
                    {"recipe": 1, "title": "Tile", "size": {"mode": "fill", "width": 100, "height": 100},
                     "format": {"type": "webp", "quality": 70}, "folder": "tile"}""");
            Files.writeString(
                    folder.resolve("opening.json"),
                    """
                    {"assignment": "Autumn catalogue", "folders": ["field-day"], "channels": [
                     {"channel": 1, "name": "Web shop", "colour": "sky", "folder": "web", "recipes": [{"file": "page.recipe.json"}, {"file": "tile.recipe.json"}]},
                     {"channel": 1, "name": "Press", "colour": "ochre", "folder": "press/{assignment|kebab}", "recipes": [{"file": "page.recipe.json"}]}]}""");
            return folder;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A made picture with soft colours and some noise. */
    static Path photo(Path file, int width, int height, long seed) {
        Random random = new Random(seed);
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int noise = random.nextInt(20);
                image.setRGB(
                        x,
                        y,
                        (100 + x * 120 / width + noise) << 16 | (80 + y * 120 / height + noise) << 8 | 60 + noise);
            }
        }
        try {
            Files.createDirectories(file.getParent());
            String name = file.getFileName().toString();
            ImageIO.write(image, name.substring(name.lastIndexOf('.') + 1), file.toFile());
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A client that keeps cookies, as a browser does, and can read the token of a page. */
    final class Visitor {

        private static final Pattern TOKEN = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");
        private final HttpClient client;
        private String token = "";

        Visitor() {
            this(HttpClient.Redirect.NORMAL);
        }

        Visitor(HttpClient.Redirect redirects) {
            client = HttpClient.newBuilder()
                    .cookieHandler(new java.net.CookieManager())
                    .followRedirects(redirects)
                    .build();
        }

        HttpResponse<String> get(String path) throws IOException, InterruptedException {
            return send(HttpRequest.newBuilder(uri(path)));
        }

        HttpResponse<String> post(String path, String form) throws IOException, InterruptedException {
            return send(HttpRequest.newBuilder(uri(path))
                    .header("Content-Type", "application/x-www-form-urlencoded")
                    .POST(HttpRequest.BodyPublishers.ofString("_csrf=" + token() + "&" + form)));
        }

        HttpResponse<String> upload(long assignment, String name, byte[] content)
                throws IOException, InterruptedException {
            String query = URLEncoder.encode(name, StandardCharsets.UTF_8);
            return send("/assignments/" + assignment + "/sources/files?name=" + query, content);
        }

        HttpResponse<String> bringIn(String name, byte[] content) throws IOException, InterruptedException {
            String query = URLEncoder.encode(name, StandardCharsets.UTF_8);
            return send("/settings/profiles?name=" + query, content);
        }

        /** A file as the body of a request. */
        HttpResponse<String> send(String path, byte[] content) throws IOException, InterruptedException {
            return send(HttpRequest.newBuilder(uri(path))
                    .header("Content-Type", "application/octet-stream")
                    .header("X-XSRF-TOKEN", token())
                    .POST(HttpRequest.BodyPublishers.ofByteArray(content)));
        }

        private String token() throws IOException, InterruptedException {
            if (token.isEmpty()) {
                Matcher found = TOKEN.matcher(get("/assignments").body());
                found.find();
                token = URLEncoder.encode(found.group(1), StandardCharsets.UTF_8);
            }
            return token;
        }

        private HttpResponse<String> send(HttpRequest.Builder request) throws IOException, InterruptedException {
            return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        }

        private URI uri(String path) {
            return URI.create("http://127.0.0.1:" + port + path);
        }
    }
}
