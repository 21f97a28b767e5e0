package app.vineparcel.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** All simulated devices and services of the demo, and a page that shows what they got. Its path is a secret of this start. */
public final class StandIns implements AutoCloseable {

    private static final SecureRandom RANDOM = new SecureRandom();
    private static final String STYLE =
            """
            body { font: 15px/1.5 system-ui, sans-serif; margin: 32px auto; max-width: 960px; padding: 0 24px; background: #fbfbf8; color: #1f2622 }
            h2 { margin-top: 32px; border-top: 1px solid #d7dad2; padding-top: 16px } code, li { font-family: monospace; font-size: 13px }
            p { color: #5c665f } button { font: inherit; padding: 4px 12px }""";

    private final String secret = secret();
    private final Printer printer;
    private final SftpHost sftp;
    private final Path sftpFolder;
    private final ObjectStore bucket;
    private final HookReceiver hook;
    private final RetouchingInbox inbox;
    private final HttpServer board;
    private final Map<String, String> addresses;

    /**
     * Starts all of them on free ports.
     *
     * @param folder what they keep
     * @param inboxFolder the retoucher's inbox
     */
    public StandIns(Path folder, Path inboxFolder) throws IOException {
        Files.createDirectories(folder);
        String key = kept(folder.resolve("bucket.key"));
        String password = kept(folder.resolve("sftp.password"));
        String hookKey = kept(folder.resolve("hook.key"));
        printer = new Printer(folder.resolve("printed"));
        sftpFolder = folder.resolve("sftp");
        sftp = new SftpHost(sftpFolder, folder.resolve("sftp.host-key"), password);
        bucket = new ObjectStore(folder.resolve("bucket"), key);
        hook = new HookReceiver(hookKey);
        inbox = new RetouchingInbox(inboxFolder);
        board = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        board.createContext("/" + secret, this::answer);
        board.createContext("/favicon.ico", exchange -> {
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        board.start();
        Map<String, String> told = new TreeMap<>();
        told.put("printer", printer.address().toString());
        told.put("board", page().toString());
        told.put("sftp.port", String.valueOf(sftp.port()));
        told.put("sftp.user", SftpHost.USER);
        told.put("sftp.password", password);
        told.put("sftp.fingerprint", sftp.fingerprint());
        told.put("bucket.endpoint", bucket.endpoint().toString());
        told.put("bucket.name", ObjectStore.BUCKET);
        told.put("bucket.access-key", ObjectStore.ACCESS_KEY);
        told.put("bucket.secret", key);
        told.put("hook.address", hook.address().toString());
        told.put("hook.key", hookKey);
        addresses = Map.copyOf(told);
    }

    /** Starts them with their folders and says, line by line, where they are and what opens them. */
    public static void main(String[] arguments) throws IOException {
        StandIns all = new StandIns(Path.of(arguments[0]), Path.of(arguments[1]));
        new TreeMap<>(all.addresses).forEach((name, value) -> System.out.println(name + "=" + value));
    }

    /** Where people see what they got. */
    public URI page() {
        return URI.create("http://127.0.0.1:%d/%s".formatted(board.getAddress().getPort(), secret));
    }

    /** Where they are and what opens them. */
    public Map<String, String> addresses() {
        return addresses;
    }

    public ObjectStore bucket() {
        return bucket;
    }

    public SftpHost sftp() {
        return sftp;
    }

    public HookReceiver hook() {
        return hook;
    }

    public RetouchingInbox inbox() {
        return inbox;
    }

    public Printer printer() {
        return printer;
    }

    private static String secret() {
        byte[] random = new byte[16];
        RANDOM.nextBytes(random);
        return HexFormat.of().formatHex(random);
    }

    /** The same at every start, so that what the demo's destinations remember still opens them. */
    private static String kept(Path file) throws IOException {
        if (!Files.exists(file)) {
            Files.writeString(file, secret());
        }
        return Files.readString(file).strip();
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath().substring(secret.length() + 1);
            boolean foreign = !String.valueOf(exchange.getRequestHeaders().getFirst("Host"))
                    .equals("127.0.0.1:" + board.getAddress().getPort());
            if (foreign) {
                exchange.sendResponseHeaders(403, -1);
            } else if (path.equals("/retouch") && exchange.getRequestMethod().equals("POST")) {
                inbox.giveBack();
                exchange.getResponseHeaders().set("Location", "/" + secret);
                exchange.sendResponseHeaders(303, -1);
            } else if (path.startsWith("/bucket/")) {
                StoredObjects.Stored object = bucket.objects().find(path.substring("/bucket/".length()));
                sent(
                        exchange,
                        object == null ? null : object.file(),
                        object == null ? "" : object.meta().getOrDefault("Content-type", ""));
            } else {
                byte[] page = board().getBytes(StandardCharsets.UTF_8);
                exchange.getResponseHeaders().set("Content-Type", "text/html;charset=utf-8");
                exchange.sendResponseHeaders(200, page.length);
                exchange.getResponseBody().write(page);
            }
        }
    }

    private static void sent(HttpExchange exchange, @org.jspecify.annotations.Nullable Path file, String type)
            throws IOException {
        if (file == null) {
            exchange.sendResponseHeaders(404, -1);
            return;
        }
        exchange.getResponseHeaders().set("Content-Type", type.isEmpty() ? "application/octet-stream" : type);
        exchange.sendResponseHeaders(200, Files.size(file));
        try (OutputStream out = exchange.getResponseBody()) {
            Files.copy(file, out);
        }
    }

    private String board() throws IOException {
        StringBuilder page = new StringBuilder(
                        "<!doctype html><html lang='en'><meta charset='utf-8'><title>Simulated places</title><style>")
                .append(STYLE)
                .append(
                        "</style><h1>Simulated places</h1><p>They stand for places outside. Nothing leaves this machine.</p>");
        section(
                page,
                "bucket",
                "Bucket “" + ObjectStore.BUCKET + "”",
                bucket.objects().all("").stream()
                        .map(one -> "<a href='/%s/bucket/%s'>%s</a> %,d bytes"
                                .formatted(secret, escaped(one.key()), escaped(one.key()), one.bytes()))
                        .toList());
        section(
                page,
                "sftp",
                "SFTP server",
                below(sftpFolder).stream().map(StandIns::escaped).toList());
        section(
                page,
                "hook",
                "Web hook",
                hook.calls().stream()
                        .map(call -> "signed, %,d bytes".formatted(call.body().length()))
                        .toList());
        section(
                page,
                "inbox",
                "Retouching inbox",
                inbox.files().stream().map(StandIns::escaped).toList());
        page.append("<form method='post' action='/%s/retouch'><button>Retouch and give back</button></form>"
                .formatted(secret));
        page.append("<h2>Printer</h2><p><a href='%s'>What it printed</a></p></html>".formatted(printer.page()));
        return page.toString();
    }

    private static void section(StringBuilder page, String id, String title, List<String> lines) {
        page.append("<h2>").append(title).append("</h2>");
        if (lines.isEmpty()) {
            page.append("<p>Nothing yet.</p>");
            return;
        }
        page.append("<p>%,d</p><ul id='%s'>".formatted(lines.size(), id));
        lines.stream()
                .limit(500)
                .forEach(line -> page.append("<li>").append(line).append("</li>"));
        page.append("</ul>");
    }

    private static List<String> below(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> folder.relativize(file).toString())
                    .sorted()
                    .toList();
        }
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("'", "&#39;");
    }

    @Override
    public void close() throws IOException {
        board.stop(0);
        hook.close();
        bucket.close();
        sftp.close();
        printer.close();
    }
}
