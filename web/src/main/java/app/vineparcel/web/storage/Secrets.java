package app.vineparcel.web.storage;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Seals what must not be read in the database: AES-256 in GCM (NIST SP 800-38D) with a key that lies in a file of the data folder, for its owner alone, or
 * is set where the program is started.
 */
@Component
public class Secrets {

    private static final int KEY = 32;
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final StorageSettings settings;
    private byte @Nullable [] known;

    Secrets(StorageSettings settings) {
        this.settings = settings;
    }

    /** Seals a text for one purpose; it opens for that alone. */
    public byte[] seal(String text, String purpose) {
        byte[] nonce = new byte[NONCE];
        RANDOM.nextBytes(nonce);
        byte[] sealed = cipher(Cipher.ENCRYPT_MODE, nonce, purpose, text.getBytes(StandardCharsets.UTF_8))
                .orElseThrow();
        byte[] all = Arrays.copyOf(nonce, NONCE + sealed.length);
        System.arraycopy(sealed, 0, all, NONCE, sealed.length);
        return all;
    }

    /** Opens what was sealed; empty where the key is another one by now. */
    public Optional<String> open(byte[] sealed, String purpose) {
        return sealed.length <= NONCE
                ? Optional.empty()
                : cipher(
                                Cipher.DECRYPT_MODE,
                                Arrays.copyOf(sealed, NONCE),
                                purpose,
                                Arrays.copyOfRange(sealed, NONCE, sealed.length))
                        .map(text -> new String(text, StandardCharsets.UTF_8));
    }

    /** A word that only this installation can make, 64 hexadecimal digits (HMAC-SHA256). */
    public String word(String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key(), "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal(("word\0" + text).getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("no HMAC-SHA256", e);
        }
    }

    private Optional<byte[]> cipher(int mode, byte[] nonce, String purpose, byte[] text) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, new SecretKeySpec(key(), "AES"), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(purpose.getBytes(StandardCharsets.UTF_8));
            return Optional.of(cipher.doFinal(text));
        } catch (javax.crypto.AEADBadTagException other) {
            return Optional.empty();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("no AES in GCM", e);
        }
    }

    private synchronized byte[] key() {
        if (known == null) {
            known = settings.secretKey().map(Secrets::decoded).orElseGet(this::kept);
        }
        return known;
    }

    private static byte[] decoded(String text) {
        byte[] key = Base64.getDecoder().decode(text.strip());
        if (key.length != KEY) {
            throw new IllegalStateException("vine-parcel.secret-key has to be 32 bytes in base 64");
        }
        return key;
    }

    private byte[] kept() {
        Path file = settings.dataFolder().resolve("secret.key");
        try {
            Files.createDirectories(settings.dataFolder());
            byte[] fresh = new byte[KEY];
            RANDOM.nextBytes(fresh);
            Path part = Files.createTempFile(
                    settings.dataFolder(),
                    "secret",
                    ".part",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            try {
                Files.writeString(part, Base64.getEncoder().encodeToString(fresh), StandardOpenOption.SYNC);
                Files.createLink(file, part); // whoever is first has made it, and nobody reads half of it
            } catch (FileAlreadyExistsException known) {
                // another process made it, or a former start
            } finally {
                Files.deleteIfExists(part);
            }
            return decoded(Files.readString(file));
        } catch (IOException e) {
            throw new UncheckedIOException("the key for secrets cannot be kept in the data folder", e);
        }
    }
}
