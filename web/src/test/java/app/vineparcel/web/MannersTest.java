package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.sources.Source;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MannersTest extends Workbench {

    private String raw(String request) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            OutputStream out = socket.getOutputStream();
            out.write(request.getBytes(StandardCharsets.US_ASCII));
            out.flush();
            InputStream in = socket.getInputStream();
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"elsewhere.example", "127.0.0.1.elsewhere.example:8080", "localhost.example"})
    void a_foreign_host_is_refused(String host) throws IOException {
        String answer = raw("GET /assignments HTTP/1.1\r\nHost: " + host + "\r\nConnection: close\r\n\r\n");
        assertThat(answer).startsWith("HTTP/1.1 421").contains("answers only to 127.0.0.1");
        assertThat(raw("GET /assignments HTTP/1.1\r\nHost: localhost:" + port + "\r\nConnection: close\r\n\r\n"))
                .startsWith("HTTP/1.1 200");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/assignments",
                "/assignments/1/plan",
                "/assignments/1/sources/folder",
                "/recipes/1",
                "/runs/1/stop"
            })
    void a_change_without_its_token_is_refused(String path) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("name=x"))
                .build();
        HttpResponse<String> answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(403);
        assertThat(answer.body()).contains("Reload it and try again");
    }

    @Test
    void pages_allow_nothing_foreign_and_nothing_inline() throws Exception {
        HttpResponse<String> page = new Visitor().get("/assignments/1/sources");
        String policy = page.headers().firstValue("Content-Security-Policy").orElse("");
        assertThat(policy)
                .contains("default-src 'none'", "script-src 'self'", "style-src 'self'")
                .doesNotContain("unsafe");
        assertThat(page.body())
                .doesNotContainPattern("<script(?![^>]*\\ssrc=)")
                .doesNotContain(" style=")
                .doesNotContain(" onclick=");
        assertThat(page.body()).doesNotContain("https://").doesNotContain("http://");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/nowhere",
                "/assignments/999999/plan",
                "/assignments/x/plan",
                "/runs/999999",
                "/renditions/999999/file",
                "/deliveries/999999/archive",
                "/recipes/999999",
                "/sources/999999",
                "/runs/999999/events",
                "/assignments/1/sources/cards?from=x&to=3",
                "/css/..%2f..%2fapplication.yaml",
            })
    void what_cannot_be_answered_is_said_in_words_without_traces(String path) throws Exception {
        HttpResponse<String> answer = new Visitor().get(path);
        assertThat(answer.statusCode()).isBetween(400, 499);
        assertThat(answer.body()).doesNotContain("Exception", "\tat ", "org.springframework", "password");
    }

    @Test
    void folders_outside_the_roots_cannot_be_named() throws Exception {
        long id = assignments.make("Roots").id();
        Path secret = photo(FOLDER.resolve("secret/secret.jpg"), 20, 20, 3);
        Path inside = Files.createDirectories(ROOT.resolve("with-links"));
        photo(inside.resolve("own.jpg"), 20, 20, 4);
        Files.createSymbolicLink(inside.resolve("linked.jpg"), secret);
        Files.createSymbolicLink(ROOT.resolve("linked-folder"), secret.getParent());
        Visitor visitor = new Visitor();
        for (String folder : List.of(
                "../secret", "/etc", secret.getParent().toString(), "linked-folder", "nothing-here", "a\u0000b")) {
            String form = "folder=" + java.net.URLEncoder.encode(folder, StandardCharsets.UTF_8);
            assertThat(visitor.post("/assignments/" + id + "/sources/folder", form)
                            .body())
                    .as(folder)
                    .contains("no such folder below a source root");
        }
        assertThat(sources.all(id)).isEmpty();
        visitor.post("/assignments/" + id + "/sources/folder", "folder=with-links");
        assertThat(sources.all(id)).extracting(Source::fileName).containsExactly("own.jpg");
    }

    @Test
    void uploads_never_reach_a_path_unchecked() throws Exception {
        long id = assignments.make("Uploads").id();
        byte[] picture = Files.readAllBytes(ROOT.resolve("field-day/terraces.jpg"));
        Visitor visitor = new Visitor();
        for (String name :
                List.of("../../up.jpg", "..\\..\\up.jpg", "/etc/up.jpg", "a\u0000b<>|.jpg", "CON.jpg", "..")) {
            assertThat(visitor.upload(id, name, picture).statusCode()).isEqualTo(200);
        }
        Path uploads = FOLDER.resolve("data/uploads");
        assertThat(sources.all(id)).hasSize(6).allSatisfy(source -> assertThat(
                        source.file().normalize().startsWith(uploads))
                .isTrue());
        HttpResponse<String> heavy = visitor.upload(id, "heavy.tif", new byte[6_000_000]);
        assertThat(heavy.statusCode()).isEqualTo(413);
        assertThat(heavy.body()).contains("more than 5 MB", "upload limit");
        assertThat(sources.all(id)).hasSize(6);
    }

    @Test
    void an_assignment_needs_a_name_of_its_own() throws Exception {
        Visitor visitor = new Visitor();
        assertThat(visitor.post("/assignments", "name=%20").body()).contains("It is empty");
        assertThat(visitor.post("/assignments", "name=autumn+CATALOGUE").body())
                .contains("There is already an assignment with this name");
        assertThat(visitor.post("/assignments", "name=%3Cscript%3Ealert(1)%3C%2Fscript%3E")
                        .body())
                .contains("&lt;script&gt;")
                .doesNotContain("<script>alert");
    }
}
