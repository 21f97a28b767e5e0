package app.vineparcel.standins;

import com.sun.net.httpserver.HttpExchange;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Checks the signature of a request to a bucket, version 4, with signed headers. */
final class Signature {

    private static final Pattern AUTHORIZATION = Pattern.compile(
            "AWS4-HMAC-SHA256 Credential=([^/]+)/(\\d{8})/([^/]+)/s3/aws4_request, ?SignedHeaders=([^,]+), ?Signature=([0-9a-f]{64})");

    private Signature() {}

    /** Whether a request was signed with the key. */
    static boolean isSound(HttpExchange exchange, String accessKey, String secret) {
        Matcher told = AUTHORIZATION.matcher(
                String.valueOf(exchange.getRequestHeaders().getFirst("Authorization")));
        if (!told.matches() || !told.group(1).equals(accessKey)) {
            return false;
        }
        String day = told.group(2);
        String region = told.group(3);
        String time = String.valueOf(exchange.getRequestHeaders().getFirst("X-Amz-Date"));
        String canonical = exchange.getRequestMethod() + "\n"
                + exchange.getRequestURI().getRawPath() + "\n"
                + query(exchange.getRequestURI().getRawQuery()) + "\n"
                + Arrays.stream(told.group(4).split(";"))
                        .map(name -> name + ":" + header(exchange, name) + "\n")
                        .collect(Collectors.joining())
                + "\n"
                + told.group(4) + "\n"
                + exchange.getRequestHeaders().getFirst("X-Amz-Content-Sha256");
        String wanted =
                "AWS4-HMAC-SHA256\n" + time + "\n" + day + "/" + region + "/s3/aws4_request\n" + sha256(canonical);
        byte[] key = hmac(bytes("AWS4" + secret), day);
        for (String step : new String[] {region, "s3", "aws4_request"}) {
            key = hmac(key, step);
        }
        return MessageDigest.isEqual(bytes(HexFormat.of().formatHex(hmac(key, wanted))), bytes(told.group(5)));
    }

    private static String header(HttpExchange exchange, String name) {
        return exchange.getRequestHeaders().getOrDefault(canonical(name), java.util.List.of()).stream()
                .map(value -> value.strip().replaceAll(" +", " "))
                .collect(Collectors.joining(","));
    }

    /** As the server's headers are called: the first letter large, all others small. */
    private static String canonical(String name) {
        return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1).toLowerCase(Locale.ROOT);
    }

    private static String query(String raw) {
        return raw == null
                ? ""
                : Arrays.stream(raw.split("&"))
                        .map(pair -> pair.contains("=") ? pair : pair + "=")
                        .sorted()
                        .collect(Collectors.joining("&"));
    }

    private static byte[] hmac(byte[] key, String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return mac.doFinal(bytes(text));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String sha256(String text) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes(text)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
