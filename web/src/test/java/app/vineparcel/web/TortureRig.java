package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.net.CookieManager;
import java.net.ServerSocket;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** The built application as processes that can be killed, a client that asks it, and a look at what is in the database and in the folders. */
final class TortureRig {

    private static final Pattern TOKEN = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");
    private static final Pattern LEFT = Pattern.compile("about ([^<]+) left");
    private static final Duration LONG = Duration.ofMinutes(3);

    final Path folder;
    final JdbcTemplate sql;
    private final int port;
    private final List<Process> processes = new ArrayList<>();
    private final HttpClient client = HttpClient.newBuilder()
            .cookieHandler(new CookieManager())
            .followRedirects(HttpClient.Redirect.NEVER)
            .connectTimeout(Duration.ofSeconds(5))
            .build();
    private int started;

    TortureRig(Path folder) throws IOException {
        this.folder = folder;
        DriverManagerDataSource database = new DriverManagerDataSource(
                env("VINE_PARCEL_DB_URL"), env("VINE_PARCEL_DB_USER"), env("VINE_PARCEL_DB_PASSWORD"));
        sql = new JdbcTemplate(database);
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
    }

    static String env(String name) {
        String value = System.getenv(name);
        if (value == null) {
            throw new IllegalStateException("run this by ./parcel torture, which sets " + name);
        }
        return value;
    }

    /** Serves pages on the rig's port. */
    Process pages() throws Exception {
        Process pages = start(
                List.of(),
                "pages",
                "-Xmx700m",
                "--vine-parcel.work.role=pages",
                "--server.port=" + port,
                "--vine-parcel.data-folder=" + folder.resolve("data"),
                "--vine-parcel.delivery-root=" + folder.resolve("deliveries"),
                "--vine-parcel.source-roots=" + folder.resolve("photos"),
                "--vine-parcel.opening-set=" + folder.resolve("opening.json"));
        await().atMost(LONG).pollInterval(Duration.ofMillis(200)).until(this::answers);
        return pages;
    }

    private boolean answers() {
        try {
            return get("/assignments").statusCode() == 200;
        } catch (IOException | InterruptedException notYet) {
            return false;
        }
    }

    /** Renders; with an own view of processes it is to others as if on another machine. */
    Process worker(boolean elsewhere) throws IOException {
        return start(
                elsewhere ? List.of("unshare", "--pid", "--fork", "--mount-proc", "--kill-child") : List.of(),
                "worker",
                "-Xmx1000m",
                "--vine-parcel.work.role=worker",
                "--vine-parcel.work.retry=PT1S");
    }

    private Process start(List<String> before, String name, String heap, String... options) throws IOException {
        Path own = Files.createDirectories(folder.resolve("tmp-" + name));
        List<String> command = new ArrayList<>(before);
        command.addAll(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                heap,
                "-XX:+UseParallelGC",
                "-Djava.awt.headless=true",
                "-Djava.library.path=" + System.getProperty("native.path", ""),
                "-Djava.io.tmpdir=" + own,
                "-jar",
                System.getProperty("torture.jar")));
        command.addAll(List.of(options));
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(
                        folder.resolve("%02d-%s.log".formatted(++started, name)).toFile())
                .start();
        processes.add(process);
        return process;
    }

    /** Ends a process as the lack of power would. */
    static void kill(Process process) throws InterruptedException {
        process.destroyForcibly();
        process.waitFor(20, TimeUnit.SECONDS);
    }

    HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return client.send(
                HttpRequest.newBuilder(uri(path))
                        .timeout(Duration.ofSeconds(60))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** How long a page takes, ms; the median of five. */
    long millis(String path) throws IOException, InterruptedException {
        List<Long> took = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            long began = System.nanoTime();
            assertThat(get(path).statusCode()).isEqualTo(200);
            took.add((System.nanoTime() - began) / 1_000_000);
        }
        took.sort(Comparator.naturalOrder());
        return took.get(2);
    }

    /** Sends a form; gives where the answer leads. */
    String post(String path, String form) throws IOException, InterruptedException {
        Matcher token = TOKEN.matcher(get("/assignments").body());
        assertThat(token.find()).isTrue();
        String body = "_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8) + "&" + form;
        HttpResponse<String> answer = client.send(
                HttpRequest.newBuilder(uri(path))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        return answer.headers().firstValue("Location").orElse("");
    }

    private URI uri(String path) {
        return URI.create(path.startsWith("http") ? path : "http://127.0.0.1:" + port + path);
    }

    /** A new assignment with the pictures of a folder, all read. */
    long assignment(String name, String pictures) throws IOException, InterruptedException {
        long id = key(post("/assignments", "name=" + name), "/assignments/");
        post("/assignments/" + id + "/sources/folder", "folder=" + pictures);
        await().atMost(Duration.ofMinutes(20))
                .until(() -> one("select count(*) from source where assignment_id = " + id + " and state = 'READY'") > 0
                        && one("select count(*) from source where assignment_id = " + id + " and state = 'WAITING'")
                                == 0);
        return id;
    }

    /** Starts a run of all that is chosen. */
    long run(long assignment, String more) throws IOException, InterruptedException {
        return key(post("/assignments/" + assignment + "/plan", more), "/runs/");
    }

    private static long key(String address, String before) {
        Matcher found = Pattern.compile(Pattern.quote(before) + "(\\d+)").matcher(address);
        assertThat(found.find()).as("leads to " + before + ": " + address).isTrue();
        return Long.parseLong(found.group(1));
    }

    long one(String query) {
        Long found = sql.queryForObject(query, Long.class);
        return found == null ? 0 : found;
    }

    String state(long run) {
        try {
            return sql.queryForObject("select state from run where id = ?", String.class, run);
        } catch (DataAccessException away) {
            return "";
        }
    }

    /** What the run's page says about the time left; empty where it says nothing. */
    OptionalLong secondsLeft(long run) throws IOException, InterruptedException {
        Matcher said = LEFT.matcher(get("/runs/" + run).body());
        if (!said.find()) {
            return OptionalLong.empty();
        }
        long seconds = 0;
        Matcher part = Pattern.compile("(\\d+) (h|min|s)").matcher(said.group(1));
        while (part.find()) {
            seconds += Long.parseLong(part.group(1))
                    * switch (part.group(2)) {
                        case "h" -> 3600;
                        case "min" -> 60;
                        default -> 1;
                    };
        }
        return OptionalLong.of(seconds);
    }

    long done(long run) {
        return one("select count(*) from rendition where state = 'DONE' and run_id = " + run);
    }

    void awaitEnd(long run, Duration longest) {
        await().atMost(longest).pollInterval(Duration.ofMillis(500)).until(() -> state(run)
                .equals("DONE"));
    }

    Path delivered(long run) {
        return folder.resolve("deliveries/assignment-" + one("select assignment_id from run where id = " + run));
    }

    /** What was made by now: key, sum and when that was written down. */
    Map<Long, String> made(long run) {
        return sql
                .queryForList("select id, sha256, changed_at from rendition where state = 'DONE' and run_id = ?", run)
                .stream()
                .collect(Collectors.toMap(
                        row -> (Long) row.get("id"), row -> row.get("sha256") + " " + row.get("changed_at")));
    }

    /** Every rendition is there once, as the database and the ledger say, and nothing else is. */
    void requireWhole(long run, long total) throws IOException {
        assertThat(done(run)).isEqualTo(total);
        assertThat(one("select count(distinct path) from rendition where run_id = " + run))
                .isEqualTo(total);
        Path root = delivered(run);
        Map<String, String> sums = new HashMap<>();
        sql.queryForList("select path, sha256 from rendition where run_id = ?", run)
                .forEach(row -> sums.put((String) row.get("path"), (String) row.get("sha256")));
        Map<String, String> noted = new HashMap<>();
        try (Stream<Path> ledger = Files.list(root.resolve(".vine-parcel/written"))) {
            for (Path part : (Iterable<Path>) ledger::iterator) {
                Files.readAllLines(part).forEach(line -> noted.put(line.substring(65), line.substring(0, 64)));
            }
        }
        Set<String> there = files(root, path -> !path.startsWith(".vine-parcel"));
        assertThat(there).isEqualTo(sums.keySet());
        for (String path : there) {
            String sum = FileContent.sum(root.resolve(path));
            assertThat(sum).as(path).isEqualTo(sums.get(path)).isEqualTo(noted.get(path));
        }
        Set<String> halves = files(root, path -> path.startsWith(".vine-parcel/parts/") && !path.endsWith(".lock"));
        assertThat(halves).as("half-written files").isEmpty();
    }

    private static Set<String> files(Path root, java.util.function.Predicate<String> wanted) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.filter(Files::isRegularFile)
                    .map(file -> root.relativize(file).toString())
                    .filter(wanted)
                    .collect(Collectors.toSet());
        }
    }

    /** Bytes of memory that a process has, in MB. */
    static long megabytes(long process) throws IOException {
        try (Stream<String> lines = Files.lines(Path.of("/proc/" + process + "/status"))) {
            return lines.filter(line -> line.startsWith("VmRSS:"))
                            .mapToLong(line -> Long.parseLong(line.replaceAll("[^0-9]", "")))
                            .findFirst()
                            .orElse(0)
                    / 1000;
        }
    }

    /** Runs a line of the shell. */
    static void shell(String line) throws IOException, InterruptedException {
        Process process = new ProcessBuilder("bash", "-c", line)
                .redirectErrorStream(true)
                .inheritIO()
                .start();
        assertThat(process.waitFor()).as(line).isZero();
    }

    /** Ends all that was started. */
    void end() throws InterruptedException {
        for (Process process : processes) {
            process.destroy();
        }
        for (Process process : processes) {
            if (!process.waitFor(15, TimeUnit.SECONDS)) {
                kill(process);
            }
        }
    }
}
