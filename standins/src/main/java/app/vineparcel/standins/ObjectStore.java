package app.vineparcel.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;

/** A service with one bucket that speaks S3 on loopback, as far as files are put, looked at, listed and removed there. */
public final class ObjectStore implements AutoCloseable {

    /** The one bucket. */
    public static final String BUCKET = "deliveries";
    /** The one key's name. */
    public static final String ACCESS_KEY = "harrow-lane";

    private static final int MOST_AT_ONCE = 8;

    private final String secret;
    private final StoredObjects objects;
    private final Fault fault = new Fault();
    private final HttpServer server;
    private final ExecutorService workers = Executors.newFixedThreadPool(MOST_AT_ONCE);

    /**
     * Starts it on a free port.
     *
     * @param folder what it keeps
     * @param secret of its key
     */
    public ObjectStore(Path folder, String secret) throws IOException {
        this.secret = secret;
        this.objects = new StoredObjects(folder, fault);
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.setExecutor(workers);
        server.start();
    }

    /** Where it listens. */
    public URI endpoint() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort());
    }

    /** What it does wrong. */
    public Fault fault() {
        return fault;
    }

    /** What it holds. */
    public StoredObjects objects() {
        return objects;
    }

    /** Something that a service refuses. */
    static final class Refused extends IOException {
        private static final long serialVersionUID = 1L;
        private final int status;

        Refused(int status, String code) {
            super(code);
            this.status = status;
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            try {
                if (!Signature.isSound(exchange, ACCESS_KEY, secret)) {
                    throw new Refused(403, "SignatureDoesNotMatch");
                }
                String[] path = URLDecoder.decode(
                                exchange.getRequestURI().getRawPath().replace("+", "%2B"), StandardCharsets.UTF_8)
                        .split("/", 3);
                if (!path[1].equals(BUCKET)) {
                    throw new Refused(404, "NoSuchBucket");
                }
                done(
                        exchange,
                        path.length > 2 ? path[2] : "",
                        query(exchange.getRequestURI().getRawQuery()));
            } catch (Refused no) {
                say(
                        exchange,
                        no.status,
                        "<Error><Code>%s</Code><Message>%s</Message></Error>"
                                .formatted(no.getMessage(), no.getMessage()));
            } catch (Fault.Cut cut) {
                // the connection ends without an answer
            }
        }
    }

    private void done(HttpExchange exchange, String key, Map<String, String> query) throws IOException {
        String how = exchange.getRequestMethod();
        String upload = query.get("uploadId");
        if (how.equals("GET") && key.isEmpty()) {
            say(exchange, 200, listed(query.getOrDefault("prefix", "")));
        } else if (how.equals("POST") && query.containsKey("uploads")) {
            say(
                    exchange,
                    200,
                    "<InitiateMultipartUploadResult><Bucket>%s</Bucket><Key>%s</Key><UploadId>%s</UploadId></InitiateMultipartUploadResult>"
                            .formatted(BUCKET, xml(key), objects.begin(key, meta(exchange))));
        } else if (how.equals("PUT")) {
            if (fault.isFull()) {
                throw new Refused(507, "InsufficientStorage");
            }
            String tag = upload == null
                    ? objects.put(key, exchange, meta(exchange))
                    : objects.part(upload, Integer.parseInt(query.get("partNumber")), exchange);
            exchange.getResponseHeaders().set("ETag", tag);
            say(exchange, 200, "");
        } else if (how.equals("POST") && upload != null) {
            boolean onlyNew = "*".equals(exchange.getRequestHeaders().getFirst("If-None-Match"));
            say(
                    exchange,
                    200,
                    "<CompleteMultipartUploadResult><Key>%s</Key><ETag>%s</ETag></CompleteMultipartUploadResult>"
                            .formatted(xml(key), objects.complete(upload, onlyNew)));
        } else if (how.equals("GET") && upload != null) {
            say(
                    exchange,
                    200,
                    "<ListPartsResult><IsTruncated>false</IsTruncated>"
                            + objects.parts(upload).stream()
                                    .map(part ->
                                            "<Part><PartNumber>%d</PartNumber><ETag>%s</ETag><Size>%d</Size><ChecksumSHA256>%s</ChecksumSHA256></Part>"
                                                    .formatted(part.number(), part.tag(), part.bytes(), part.sum()))
                                    .collect(Collectors.joining())
                            + "</ListPartsResult>");
        } else if (how.equals("DELETE")) {
            if (upload == null) {
                objects.remove(key);
            } else {
                objects.abort(upload);
            }
            exchange.sendResponseHeaders(204, -1);
        } else {
            found(exchange, key);
        }
    }

    private void found(HttpExchange exchange, String key) throws IOException {
        StoredObjects.Stored found = objects.find(key);
        if (found == null) {
            throw new Refused(404, "NoSuchKey");
        }
        found.meta().forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
        if (exchange.getRequestMethod().equals("HEAD")) {
            exchange.getResponseHeaders().set("Content-Length", String.valueOf(found.bytes()));
            exchange.sendResponseHeaders(200, -1);
            return;
        }
        exchange.sendResponseHeaders(200, found.bytes());
        java.nio.file.Files.copy(found.file(), exchange.getResponseBody());
    }

    private String listed(String prefix) throws IOException {
        List<StoredObjects.Stored> all = objects.all(prefix);
        return "<ListBucketResult><IsTruncated>false</IsTruncated><KeyCount>%d</KeyCount>".formatted(all.size())
                + all.stream()
                        .map(one -> "<Contents><Key>%s</Key><Size>%d</Size></Contents>"
                                .formatted(xml(one.key()), one.bytes()))
                        .collect(Collectors.joining())
                + "</ListBucketResult>";
    }

    /** What is kept with an object: its type and the headers of whoever put it. */
    private static Map<String, String> meta(HttpExchange exchange) {
        Map<String, String> meta = new LinkedHashMap<>();
        exchange.getRequestHeaders().forEach((name, values) -> {
            if (name.equals("Content-type") || name.startsWith("X-amz-meta-")) {
                meta.put(name, values.get(0));
            }
        });
        return meta;
    }

    private static Map<String, String> query(String raw) {
        Map<String, String> query = new LinkedHashMap<>();
        for (String pair : raw == null ? new String[0] : raw.split("&")) {
            String[] parts = pair.split("=", 2);
            query.put(parts[0], parts.length < 2 ? "" : URLDecoder.decode(parts[1], StandardCharsets.UTF_8));
        }
        return query;
    }

    private static void say(HttpExchange exchange, int status, String text) throws IOException {
        byte[] body =
                text.isEmpty() ? new byte[0] : ("<?xml version=\"1.0\"?>" + text).getBytes(StandardCharsets.UTF_8);
        boolean silent = exchange.getRequestMethod().equals("HEAD");
        exchange.sendResponseHeaders(status, silent || body.length == 0 ? -1 : body.length);
        if (!silent && body.length > 0) {
            exchange.getResponseBody().write(body);
        }
    }

    private static String xml(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    @Override
    public void close() {
        server.stop(0);
        workers.shutdownNow();
    }
}
