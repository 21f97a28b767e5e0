package app.vineparcel.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Somebody who is told of deliveries: takes signed calls (RFC 9421, hmac-sha256) on loopback and keeps what they say. */
public final class HookReceiver implements AutoCloseable {

    private static final Pattern INPUT =
            Pattern.compile("vp=(\\(.*\\);created=\\d+;keyid=\"[^\"]*\";alg=\"hmac-sha256\")");
    private static final Pattern SIGNATURE = Pattern.compile("vp=:([A-Za-z0-9+/=]+):");
    private static final int LARGEST = 50_000_000;
    private static final int MOST = 100;

    /** A call. */
    public record Call(boolean isSigned, String body) {}

    private final String secret;
    private final HttpServer server;
    private final List<Call> calls = new CopyOnWriteArrayList<>();
    private final AtomicInteger refusals = new AtomicInteger();

    /** Starts it on a free port. */
    public HookReceiver(String secret) throws IOException {
        this.secret = secret;
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/deliveries", this::taken);
        server.start();
    }

    /** Where it is called. */
    public URI address() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/deliveries");
    }

    /** What it was told, the oldest first. */
    public List<Call> calls() {
        return List.copyOf(calls);
    }

    /** Says so many times that it has no time. */
    public void refuse(int times) {
        refusals.set(times);
    }

    private void taken(HttpExchange exchange) throws IOException {
        try (exchange) {
            byte[] body = exchange.getRequestBody().readNBytes(LARGEST);
            if (refusals.getAndUpdate(left -> Math.max(0, left - 1)) > 0) {
                exchange.sendResponseHeaders(503, -1);
                return;
            }
            boolean signed = isSigned(exchange, body);
            if (signed) {
                calls.add(new Call(true, new String(body, StandardCharsets.UTF_8)));
                while (calls.size() > MOST) {
                    calls.remove(0);
                }
            }
            exchange.sendResponseHeaders(signed ? 204 : 401, -1);
        }
    }

    private boolean isSigned(HttpExchange exchange, byte[] body) {
        String digest = exchange.getRequestHeaders().getFirst("Content-Digest");
        Matcher input =
                INPUT.matcher(String.valueOf(exchange.getRequestHeaders().getFirst("Signature-Input")));
        Matcher given =
                SIGNATURE.matcher(String.valueOf(exchange.getRequestHeaders().getFirst("Signature")));
        try {
            String own = "sha-256=:"
                    + Base64.getEncoder()
                            .encodeToString(MessageDigest.getInstance("SHA-256").digest(body)) + ":";
            if (!own.equals(digest) || !input.matches() || !given.matches()) {
                return false;
            }
            String base =
                    "\"@method\": POST\n\"@target-uri\": %s\n\"content-digest\": %s\n\"content-type\": %s\n\"@signature-params\": %s"
                            .formatted(
                                    address(),
                                    digest,
                                    exchange.getRequestHeaders().getFirst("Content-Type"),
                                    input.group(1));
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return MessageDigest.isEqual(
                    mac.doFinal(base.getBytes(StandardCharsets.UTF_8)),
                    Base64.getDecoder().decode(given.group(1)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
