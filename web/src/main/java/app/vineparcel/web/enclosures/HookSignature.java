package app.vineparcel.web.enclosures;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Signs a call as HTTP Message Signatures (RFC 9421) have it, with {@code hmac-sha256} over method, address, type and digest (RFC 9530). */
final class HookSignature {

    /** What calls come as. */
    static final String TYPE = "application/json";

    private HookSignature() {}

    /** The headers of a signed POST. */
    static Map<String, String> headers(URI address, byte[] body, String secret, String keyId, Instant now) {
        String digest = "sha-256=:" + Base64.getEncoder().encodeToString(sha256(body)) + ":";
        String parameters =
                "(\"@method\" \"@target-uri\" \"content-digest\" \"content-type\");created=%d;keyid=\"%s\";alg=\"hmac-sha256\""
                        .formatted(now.getEpochSecond(), keyId);
        String base =
                """
                "@method": POST
                "@target-uri": %s
                "content-digest": %s
                "content-type": %s
                "@signature-params": %s"""
                        .formatted(address, digest, TYPE, parameters);
        Map<String, String> headers = new LinkedHashMap<>();
        headers.put("Content-Type", TYPE);
        headers.put("Content-Digest", digest);
        headers.put("Signature-Input", "vp=" + parameters);
        headers.put("Signature", "vp=:" + Base64.getEncoder().encodeToString(hmac(secret, base)) + ":");
        return headers;
    }

    private static byte[] sha256(byte[] body) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(body);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("no SHA-256", e);
        }
    }

    private static byte[] hmac(String secret, String base) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return mac.doFinal(base.getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("no HMAC-SHA256", e);
        }
    }
}
