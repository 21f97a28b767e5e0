package app.vineparcel.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrinterTest {

    @TempDir
    private Path folder;

    private Printer printer;

    @BeforeEach
    void starts() throws IOException {
        printer = new Printer(folder);
    }

    @AfterEach
    void stops() {
        printer.close();
    }

    private int status(URI address, String method, String... headers) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(address)
                .method(method, HttpRequest.BodyPublishers.ofString(method.equals("POST") ? "x" : ""));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return HttpClient.newHttpClient()
                .send(request.build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    private URI print() {
        return URI.create(printer.address().toString().replace("ipp:", "http:"));
    }

    @Test
    void only_whoever_knows_its_path_and_is_no_page_of_the_web_is_answered() throws Exception {
        assertThat(status(printer.page(), "GET")).isEqualTo(200);
        assertThat(status(printer.page().resolve("/"), "GET")).isEqualTo(404);
        assertThat(status(printer.page().resolve("/ipp/print"), "POST", "Content-Type", "application/ipp"))
                .isEqualTo(404);
        assertThat(status(print(), "POST", "Content-Type", "application/ipp", "Origin", "http://page.example"))
                .isEqualTo(403);
        assertThat(status(print(), "POST", "Content-Type", "text/plain")).isEqualTo(415);
        assertThat(status(print(), "GET")).isEqualTo(405);
        try (Socket other = new Socket("127.0.0.1", print().getPort())) {
            other.getOutputStream()
                    .write("GET %s HTTP/1.1\r\nHost: page.example\r\n\r\n"
                            .formatted(printer.page().getPath())
                            .getBytes(StandardCharsets.US_ASCII));
            assertThat(new String(other.getInputStream().readNBytes(12), StandardCharsets.US_ASCII))
                    .isEqualTo("HTTP/1.1 403");
        }
    }

    @Test
    void requests_that_stall_do_not_keep_others_waiting() throws Exception {
        List<Socket> stalled = new ArrayList<>();
        try {
            for (int i = 0; i < 4; i++) {
                Socket socket = new Socket("127.0.0.1", print().getPort());
                OutputStream out = socket.getOutputStream();
                out.write(
                        "POST %s HTTP/1.1\r\nHost: 127.0.0.1:%d\r\nContent-Type: application/ipp\r\nContent-Length: 900\r\n\r\nx"
                                .formatted(print().getPath(), print().getPort())
                                .getBytes(StandardCharsets.US_ASCII));
                stalled.add(socket);
            }
            assertThat(status(printer.page(), "GET")).isEqualTo(200);
        } finally {
            for (Socket socket : stalled) {
                socket.close();
            }
        }
    }
}
