package app.vineparcel.web.printing;

import app.vineparcel.web.storage.StorageSettings;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppOutputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import jakarta.annotation.PreDestroy;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * A printer that has no paper: it takes PDF jobs by IPP/1.1 (RFC 8011) on loopback and keeps them for looking at. It stands for the real ones,
 * which are reached by the same client at their own addresses.
 */
@Component
class SimulatedPrinter {

    private static final int LARGEST = 500_000_000;
    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);

    /** A job that was printed. */
    record Job(int number, String name, Path file) {}

    private final Path folder;
    private final HttpServer server;
    private final ExecutorService workers = Executors.newFixedThreadPool(2);
    private final AtomicInteger last;

    SimulatedPrinter(StorageSettings settings) throws IOException {
        folder = Files.createDirectories(settings.dataFolder().toAbsolutePath().resolve("printed"));
        last = new AtomicInteger(jobs().stream().mapToInt(Job::number).max().orElse(0));
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/ipp/print", this::answer);
        server.setExecutor(workers);
        server.start();
    }

    /** Where it listens. */
    URI address() {
        return URI.create(
                "ipp://127.0.0.1:%d/ipp/print".formatted(server.getAddress().getPort()));
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            IppInputStream in = new IppInputStream(exchange.getRequestBody());
            IppPacket request = in.readPacket();
            respond(exchange, response(request, in));
        }
    }

    private IppPacket response(IppPacket request, IppInputStream in) throws IOException {
        if (request.getOperation().equals(Operation.getPrinterAttributes)) {
            return answer(request, Status.successfulOk)
                    .putPrinterAttributes(
                            Types.printerName.of("Simulated printer"),
                            Types.documentFormatSupported.of("application/pdf"))
                    .build();
        }
        if (!request.getOperation().equals(Operation.printJob)) {
            return answer(request, Status.serverErrorOperationNotSupported).build();
        }
        byte[] document = in.readNBytes(LARGEST);
        byte[] start = Arrays.copyOf(document, PDF.length);
        return Arrays.equals(start, PDF)
                ? answer(request, Status.successfulOk)
                        .putJobAttributes(Types.jobId.of(keep(name(request), document)))
                        .build()
                : answer(request, Status.clientErrorDocumentFormatNotSupported).build();
    }

    private static IppPacket.Builder answer(IppPacket request, Status status) {
        return IppPacket.response(status)
                .setRequestId(request.getRequestId())
                .putOperationAttributes(Types.attributesCharset.of("utf-8"), Types.attributesNaturalLanguage.of("en"));
    }

    private static String name(IppPacket request) {
        String name = request.getString(Tag.operationAttributes, Types.jobName);
        return name == null || name.isBlank() ? "Untitled" : name;
    }

    private int keep(String name, byte[] document) throws IOException {
        int number = last.incrementAndGet();
        String safe = name.replaceAll("[^\\p{L}\\p{N} ._-]+", " ").strip();
        Path part = folder.resolve("%05d.part".formatted(number));
        Files.write(part, document);
        Files.move(
                part,
                folder.resolve("%05d %s.pdf".formatted(number, safe.length() > 80 ? safe.substring(0, 80) : safe)));
        return number;
    }

    private static void respond(HttpExchange exchange, IppPacket response) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        new IppOutputStream(bytes).write(response);
        exchange.getResponseHeaders().set("Content-Type", "application/ipp");
        exchange.sendResponseHeaders(200, bytes.size());
        bytes.writeTo(exchange.getResponseBody());
    }

    /** What was printed, the newest first. */
    List<Job> jobs() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.getFileName().toString().matches("\\d{5} .*\\.pdf"))
                    .map(SimulatedPrinter::job)
                    .sorted(Comparator.comparing(Job::number).reversed())
                    .toList();
        }
    }

    private static Job job(Path file) {
        String name = file.getFileName().toString();
        return new Job(Integer.parseInt(name.substring(0, 5)), name.substring(6, name.length() - 4), file);
    }

    @PreDestroy
    void stop() {
        server.stop(0);
        workers.shutdownNow();
    }
}
