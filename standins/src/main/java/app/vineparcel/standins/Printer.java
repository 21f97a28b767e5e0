package app.vineparcel.standins;

import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppOutputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A printer that has no paper: it takes PDF jobs by IPP/1.1 (RFC 8011) on loopback and keeps them for looking at. Its path is a secret of this start,
 * and it answers neither pages of the web nor requests for another host.
 */
public final class Printer implements AutoCloseable {

    private static final int LARGEST = 500_000_000;
    private static final int MOST_AT_ONCE = 8;
    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);
    private static final String IPP = "application/ipp";

    static {
        // for whoever connects and then says nothing; seconds
        System.setProperty("sun.net.httpserver.maxReqTime", "60");
        System.setProperty("sun.net.httpserver.maxRspTime", "60");
    }

    private final String secret = secret();
    private final PrintedJobs jobs;
    private final HttpServer server;
    private final ExecutorService workers = Executors.newFixedThreadPool(MOST_AT_ONCE);

    /**
     * Starts it on a free port.
     *
     * @param folder where it keeps what it is sent
     */
    public Printer(Path folder) throws IOException {
        jobs = new PrintedJobs(folder);
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> answer(exchange, new Answer(404, "text/plain", bytes("Not here."))));
        server.createContext("/" + secret + "/print", exchange -> answer(exchange, printed(exchange)));
        server.createContext("/" + secret + "/jobs", exchange -> answer(exchange, shown(exchange)));
        server.setExecutor(workers);
        server.start();
    }

    /** Starts one that keeps its jobs in the named folder, and says on one line where to print and where to look. */
    public static void main(String[] arguments) throws IOException {
        Printer printer = new Printer(Path.of(arguments[0]));
        System.out.println(printer.address() + " " + printer.page());
    }

    /** Where it takes jobs. */
    public URI address() {
        return URI.create(
                "ipp://127.0.0.1:%d/%s/print".formatted(server.getAddress().getPort(), secret));
    }

    /** Where people see what it got. */
    public URI page() {
        return URI.create(
                "http://127.0.0.1:%d/%s/jobs".formatted(server.getAddress().getPort(), secret));
    }

    private static String secret() {
        byte[] random = new byte[16];
        new SecureRandom().nextBytes(random);
        return HexFormat.of().formatHex(random);
    }

    private record Answer(int status, String type, byte[] body) {}

    private void answer(HttpExchange exchange, Answer answer) throws IOException {
        try (exchange) {
            Answer given = isForeign(exchange) ? new Answer(403, "text/plain", bytes("Not for you.")) : answer;
            exchange.getResponseHeaders().set("Content-Type", given.type());
            exchange.getResponseHeaders().set("Cache-Control", "no-store");
            exchange.sendResponseHeaders(given.status(), given.body().length);
            exchange.getResponseBody().write(given.body());
        }
    }

    /** A page from elsewhere says where it is from, or asks for its own host. */
    private boolean isForeign(HttpExchange exchange) {
        String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"));
        int port = server.getAddress().getPort();
        return exchange.getRequestHeaders().containsKey("Origin")
                || !host.equals("127.0.0.1:" + port) && !host.equals("localhost:" + port);
    }

    private Answer printed(HttpExchange exchange) throws IOException {
        if (isForeign(exchange)) {
            return new Answer(403, "text/plain", bytes("Not for you."));
        }
        if (!exchange.getRequestMethod().equals("POST")) {
            return new Answer(405, "text/plain", bytes("Jobs are posted."));
        }
        if (!IPP.equals(exchange.getRequestHeaders().getFirst("Content-Type"))) {
            return new Answer(415, "text/plain", bytes("Jobs come as " + IPP + "."));
        }
        byte[] body = exchange.getRequestBody().readNBytes(LARGEST + 1);
        if (body.length > LARGEST) {
            return new Answer(413, "text/plain", bytes("A job has up to 500 MB."));
        }
        IppInputStream in = new IppInputStream(new ByteArrayInputStream(body));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new IppOutputStream(out).write(response(in.readPacket(), in));
        return new Answer(200, IPP, out.toByteArray());
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
        byte[] document = in.readAllBytes();
        boolean isPdf = document.length > PDF.length && Arrays.equals(document, 0, PDF.length, PDF, 0, PDF.length);
        return isPdf
                ? answer(request, Status.successfulOk)
                        .putJobAttributes(Types.jobId.of(jobs.keep(name(request), document)))
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

    private Answer shown(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        String number = path.substring(path.lastIndexOf('/') + 1);
        for (PrintedJobs.Job job : jobs.all()) {
            if (number.equals(String.valueOf(job.number()))) {
                return new Answer(200, "application/pdf", Files.readAllBytes(job.file()));
            }
        }
        StringBuilder page = new StringBuilder(
                "<!DOCTYPE html><html lang='en'><meta charset='utf-8'><title>Simulated printer</title><h1>Simulated printer</h1><p>It prints nothing and keeps what it was sent.</p><ol reversed>");
        for (PrintedJobs.Job job : jobs.all()) {
            page.append("<li value='%1$d'><a href='/%2$s/jobs/%1$d'>%3$s</a></li>"
                    .formatted(job.number(), secret, job.name().replace("<", "")));
        }
        return new Answer(
                200,
                "text/html;charset=utf-8",
                bytes(page.append("</ol></html>").toString()));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Override
    public void close() {
        server.stop(0);
        workers.shutdownNow();
    }
}
