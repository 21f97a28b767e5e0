package app.vineparcel.web.enclosures;

import app.vineparcel.web.storage.Secrets;
import app.vineparcel.web.storage.StorageSettings;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Addresses by which whoever was told of a delivery asks for its files: one word opens the files of one channel in one run, and nothing else. */
@Component
class FetchLinks {

    private final Secrets secrets;
    private final StorageSettings settings;
    private final Environment environment;

    FetchLinks(Secrets secrets, StorageSettings settings, Environment environment) {
        this.secrets = secrets;
        this.settings = settings;
        this.environment = environment;
    }

    /** Behind it goes a path of the manifest. */
    String address(long runId, long channelId) {
        String address = settings.address()
                .map(URI::toString)
                .orElseGet(() -> "http://127.0.0.1:"
                        + environment.getProperty("local.server.port", environment.getProperty("server.port", "8080")));
        return "%s/fetch/%d.%d.%s/".formatted(address, runId, channelId, word(runId, channelId));
    }

    private String word(long runId, long channelId) {
        return secrets.word("fetch " + runId + " " + channelId);
    }

    boolean opens(long runId, long channelId, String word) {
        return MessageDigest.isEqual(
                word(runId, channelId).getBytes(StandardCharsets.US_ASCII), word.getBytes(StandardCharsets.UTF_8));
    }
}
