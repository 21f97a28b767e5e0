package app.vineparcel.core.deliver.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.DeliveryPath;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The list of what was delivered: as JSON and CSV for programs and people, and as sums that {@code sha256sum -c} reads.
 *
 * @param assignment its name
 * @param channel its name
 * @param run the number of the run that completed it
 * @param made when
 * @param files in the order of their paths
 */
public record Manifest(String assignment, String channel, int run, Instant made, List<Delivered> files) {

    /** The name of its JSON form. */
    public static final String JSON_NAME = "manifest.json";

    /** The name of its CSV form (RFC 4180). */
    public static final String CSV_NAME = "manifest.csv";

    /** The name of its sums. */
    public static final String SUMS_NAME = "manifest.sha256";

    private static final int VERSION = 1;
    private static final Pattern SUM = Pattern.compile("[0-9a-f]{64}");
    private static final List<String> COLUMNS = List.of(
            "path",
            "piece",
            "source",
            "recipe",
            "recipe version",
            "width px",
            "height px",
            "width mm",
            "height mm",
            "profile",
            "bytes",
            "sha-256",
            "creator",
            "copyright",
            "licence",
            "alternative text",
            "passed by",
            "passed at",
            "time");
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /** Files are the caller's own. */
    public Manifest {
        files = List.copyOf(files);
    }

    /** What a manifest says of a file that it can be checked by. */
    public record Entry(String path, long bytes, String sha256) {}

    /** As JSON, UTF-8, with a line break at the end. */
    public String json() {
        ObjectNode root = JSON.createObjectNode();
        root.put("manifest", VERSION)
                .put("assignment", assignment)
                .put("channel", channel)
                .put("run", run)
                .put("made", made.toString());
        for (Delivered file : files) {
            ObjectNode one = root.withArray("files").addObject();
            one.put("path", file.path())
                    .put("piece", file.piece())
                    .put("source", file.source())
                    .put("recipe", file.recipe())
                    .put("recipe-version", file.recipeVersion())
                    .put("width", file.size().width())
                    .put("height", file.size().height())
                    .put("print-width-mm", rounded(file.printWidth()))
                    .put("print-height-mm", rounded(file.printHeight()));
            file.profile().ifPresent(profile -> one.put("profile", profile));
            one.put("media-type", file.mediaType()).put("bytes", file.bytes()).put("sha256", file.sha256());
            file.rights().creator().ifPresent(text -> one.put("creator", text));
            file.rights().copyright().ifPresent(text -> one.put("copyright", text));
            file.rights().licence().ifPresent(text -> one.put("licence", text));
            file.altText().ifPresent(text -> one.put("alt-text", text));
            file.passed().ifPresent(passed -> one.put("passed-by", passed.by())
                    .put("passed-at", passed.at().toString()));
            one.put("time", file.time().toString());
        }
        return JSON.writeValueAsString(root) + "\n";
    }

    private static double rounded(double millimetres) {
        return Math.round(millimetres * 10) / 10.0;
    }

    /** As CSV with a heading, lines ending as RFC 4180 has it. */
    public String csv() {
        StringBuilder all = new StringBuilder(String.join(",", COLUMNS)).append("\r\n");
        for (Delivered file : files) {
            List<String> row = List.of(
                    quoted(file.path()),
                    text(file.piece()),
                    text(file.source()),
                    text(file.recipe()),
                    file.recipeVersion() > 0 ? String.valueOf(file.recipeVersion()) : "",
                    String.valueOf(file.size().width()),
                    String.valueOf(file.size().height()),
                    String.format(Locale.ROOT, "%.1f", file.printWidth()),
                    String.format(Locale.ROOT, "%.1f", file.printHeight()),
                    text(file.profile().orElse("")),
                    String.valueOf(file.bytes()),
                    file.sha256(),
                    text(file.rights().creator().orElse("")),
                    text(file.rights().copyright().orElse("")),
                    text(file.rights().licence().orElse("")),
                    text(file.altText().orElse("")),
                    text(file.passed().map(Delivered.Passed::by).orElse("")),
                    file.passed().map(passed -> passed.at().toString()).orElse(""),
                    file.time().toString());
            all.append(String.join(",", row)).append("\r\n");
        }
        return all.toString();
    }

    /** What comes from other people's files must not be a formula where somebody opens it in a spreadsheet. */
    private static String text(String text) {
        return quoted(!text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text);
    }

    private static String quoted(String text) {
        return text.matches("(?s).*[\",\r\n].*") ? '"' + text.replace("\"", "\"\"") + '"' : text;
    }

    /**
     * The line of one file for {@code sha256sum -c}.
     *
     * @param path relative to the folder that the sums are in
     */
    public static String sumLine(String sha256, String path) {
        return sha256 + "  " + path + "\n";
    }

    /**
     * What a manifest in JSON says of files.
     *
     * @param name of the file, for people
     * @throws ProblemException if it is none, or names files outside of its folder
     */
    public static List<Entry> read(String json, String name) throws ProblemException {
        try {
            JsonNode root = JSON.readTree(json);
            if (!root.isObject()
                    || root.path("manifest").asInt(0) != VERSION
                    || !root.path("files").isArray() && root.has("files")) {
                throw unreadable(name);
            }
            List<Entry> entries = new ArrayList<>();
            for (JsonNode file : root.path("files")) {
                String path = file.path("path").asString("");
                String sum = file.path("sha256").asString("");
                DeliveryPath.steps(path);
                if (!SUM.matcher(sum).matches() || !file.path("bytes").isIntegralNumber()) {
                    throw unreadable(name);
                }
                entries.add(new Entry(path, file.path("bytes").asLong(), sum));
            }
            return entries;
        } catch (JacksonException e) {
            throw unreadable(name);
        }
    }

    private static ProblemException unreadable(String name) {
        return new ProblemException(new Problem.Unreadable(
                name,
                "It is not a manifest of version 1.",
                "Ask for the delivery again, or check the files by manifest.sha256."));
    }
}
