package app.vineparcel.web.destinations;

import app.vineparcel.web.Text;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.util.MultiValueMap;

/** A destination as somebody typed it. The secret stays with the request. */
public record DestinationForm(
        String name,
        StoredDestination.Kind kind,
        String host,
        int port,
        String account,
        String bucket,
        String region,
        String folder) {

    private static final int SSH = 22;
    private static final int LAST_PORT = 65_535;
    private static final Pattern HOST = Pattern.compile("[\\p{Alnum}][\\p{Alnum}.:-]{0,254}");
    private static final Pattern BUCKET = Pattern.compile("[a-z0-9][a-z0-9.-]{1,61}[a-z0-9]");
    private static final Pattern WORD = Pattern.compile("[\\x21-\\x7e]{1,200}");

    /** As it is kept. */
    static DestinationForm of(StoredDestination one) {
        return new DestinationForm(
                one.name(),
                one.kind(),
                one.host(),
                one.port(),
                one.account(),
                one.bucket(),
                one.region(),
                one.folder());
    }

    /** As it was sent; fields of other kinds are left out. */
    static DestinationForm sent(MultiValueMap<String, String> sent) {
        StoredDestination.Kind kind = kind(value(sent, "kind"));
        boolean sftp = kind == StoredDestination.Kind.SFTP;
        boolean service = kind == StoredDestination.Kind.BUCKET;
        return new DestinationForm(
                value(sent, "name"),
                kind,
                sftp ? value(sent, "host") : service ? value(sent, "endpoint").replaceAll("/+$", "") : "",
                sftp ? port(value(sent, "port")) : SSH,
                sftp ? value(sent, "account") : service ? value(sent, "access-key") : "",
                service ? value(sent, "bucket") : "",
                service ? value(sent, "region") : "",
                value(sent, "folder").replaceAll("/+$", ""));
    }

    private static StoredDestination.Kind kind(String word) {
        for (StoredDestination.Kind kind : StoredDestination.Kind.values()) {
            if (kind.name().equals(word)) {
                return kind;
            }
        }
        return StoredDestination.Kind.FOLDER;
    }

    private static String value(MultiValueMap<String, String> sent, String name) {
        String value = sent.getFirst(name);
        return value == null ? "" : value.strip().replace("\0", "");
    }

    private static int port(String text) {
        return text.isEmpty() ? SSH : text.matches("\\d{1,5}") ? Integer.parseInt(text) : 0;
    }

    /** Whether what opens a destination would now be shown to somebody else, so that it has to be entered anew. */
    boolean isElsewhere(StoredDestination before) {
        return kind != before.kind()
                || !host.equals(before.host())
                || port != before.port()
                || !account.equals(before.account());
    }

    /** What cannot be, by the names of the fields. */
    Map<String, String> faults() {
        Map<String, String> faults = new LinkedHashMap<>();
        check(faults, "name", !name.isEmpty() && name.length() <= 120, "destinations.needs-a-name");
        check(faults, "folder", folder.length() <= 1000, "destinations.folder-too-long");
        if (kind == StoredDestination.Kind.FOLDER) {
            check(faults, "folder", !folder.isEmpty(), "destinations.needs-a-folder");
        }
        if (kind == StoredDestination.Kind.SFTP) {
            check(faults, "host", HOST.matcher(host).matches(), "destinations.needs-a-host");
            check(faults, "port", port > 0 && port <= LAST_PORT, "destinations.needs-a-port");
            check(faults, "account", WORD.matcher(account).matches(), "destinations.needs-a-user");
        }
        if (kind == StoredDestination.Kind.BUCKET) {
            check(faults, "endpoint", isService(host), "destinations.needs-an-endpoint");
            check(faults, "bucket", BUCKET.matcher(bucket).matches(), "destinations.needs-a-bucket");
            check(faults, "region", region.matches("[a-z0-9-]{1,60}"), "destinations.needs-a-region");
            check(faults, "access-key", WORD.matcher(account).matches(), "destinations.needs-an-access-key");
        }
        return faults;
    }

    private static void check(Map<String, String> faults, String field, boolean sound, String text) {
        if (!sound) {
            faults.putIfAbsent(field, Text.of(text));
        }
    }

    private static boolean isService(String address) {
        try {
            URI uri = URI.create(address);
            return ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getUserInfo() == null
                    && uri.getQuery() == null
                    && uri.getFragment() == null
                    && address.length() <= 255;
        } catch (IllegalArgumentException unreadable) {
            return false;
        }
    }
}
