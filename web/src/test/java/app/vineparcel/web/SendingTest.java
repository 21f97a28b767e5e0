package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.standins.StandIns;
import app.vineparcel.standins.StoredObjects;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;

/** From the plan to a bucket, a server and a retoucher's inbox, on the real pages. */
@ExtendWith(OutputCaptureExtension.class)
class SendingTest extends RealPages {

    private static final LocatorAssertions.ContainsTextOptions SOON =
            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);

    private static StandIns places;

    @BeforeAll
    static void places_are_there() throws IOException {
        places = new StandIns(FOLDER.resolve("standins"), FOLDER.resolve("deliveries/inbox"));
    }

    @AfterAll
    static void places_go() throws IOException {
        places.close();
    }

    private String of(String name) {
        return places.addresses().get(name);
    }

    private Visitor visitor;
    private String name;
    private long id;

    @BeforeEach
    void an_assignment_of_two_pictures() throws Exception {
        visitor = new Visitor();
        name = "sent " + System.nanoTime();
        photo(ROOT.resolve(name).resolve("hedge.jpg"), 600, 400, 3);
        photo(ROOT.resolve(name).resolve("pond.jpg"), 600, 400, 4);
        id = assignment(name, name);
    }

    @AfterEach
    void channels_are_as_before() {
        places.bucket().fault().none();
        sql.update("update channel set folder = 'press/{assignment|kebab}' where name = 'Press'");
        sql.update(
                "update channel set destination_id = null, inbox_id = null, hook = '', hook_secret = null, enclosures = '{}'");
    }

    private long destination(String... fields) throws Exception {
        HttpResponse<String> saved = visitor.post("/destinations", form(fields));
        assertThat(saved.statusCode()).as(saved.body()).isEqualTo(200);
        return Long.parseLong(saved.uri().getPath().replaceAll("\\D+", ""));
    }

    private long bucket() throws Exception {
        return destination(
                "kind",
                "BUCKET",
                "name",
                "Bucket " + name,
                "endpoint",
                of("bucket.endpoint"),
                "bucket",
                of("bucket.name"),
                "region",
                "local",
                "access-key",
                of("bucket.access-key"),
                "secret-BUCKET",
                of("bucket.secret"),
                "folder",
                "");
    }

    private void render(long assignment) {
        page.navigate("/assignments/" + assignment + "/plan");
        page.locator("[data-render]").click();
        assertThat(page.locator("#run-live")).containsText("done in", SOON);
        page.locator("[data-to-delivery]").click();
    }

    private String sum(String file) {
        return sql.queryForObject(
                "select coalesce(sha256, '') from source where assignment_id = ? and file_name = ?",
                String.class,
                id,
                file);
    }

    private List<String> inBucket() {
        return places.bucket().objects().all("sent-").stream()
                .map(StoredObjects.Stored::key)
                .filter(key -> key.startsWith(name.replace(' ', '-')))
                .map(key -> key.substring(name.length() + 1))
                .toList();
    }

    @Test
    void from_the_run_to_the_opened_bucket_and_nothing_is_sent_twice(CapturedOutput log) throws Exception {
        long bucket = bucket();
        sql.update("update channel set destination_id = ? where name = 'Web shop'", bucket);
        page.navigate("/channels/1");
        page.getByLabel("Manifest: a list").check();
        page.getByLabel("Page snippet").check();
        page.locator("[name=hook]").fill(of("hook.address"));
        page.locator("[name=hook-secret]").fill(of("hook.key"));
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".said")).hasText("Saved.");
        places.hook().refuse(1);

        render(id);
        assertThat(page.locator(".sendings")).containsText("9 files delivered", SOON);
        assertThat(inBucket())
                .containsExactlyInAnyOrder(
                        "web/manifest.csv",
                        "web/manifest.json",
                        "web/manifest.sha256",
                        "web/page/hedge-320.jpg",
                        "web/page/pond-320.jpg",
                        "web/pictures.html",
                        "web/pictures.json",
                        "web/tile/hedge.webp",
                        "web/tile/pond.webp");
        assertThat(page.locator("#delivery-live")).containsText("was told", SOON);
        String call =
                places.hook().calls().get(places.hook().calls().size() - 1).body();
        assertThat(call).contains("\"channel\":\"Web shop\"", "\"path\":\"page/hedge-320.jpg\"");
        Matcher fetch = Pattern.compile("\"fetch\":\"[^\"]*(/fetch/[^\"]+)\"").matcher(call);
        assertThat(fetch.find()).isTrue();
        assertThat(visitor.get(fetch.group(1) + "page/hedge-320.jpg").statusCode())
                .isEqualTo(200);
        assertThat(visitor.get(fetch.group(1) + "page/nothing.jpg").statusCode())
                .isEqualTo(404);
        assertThat(visitor.get(fetch.group(1).replaceAll("\\.[0-9a-f]{4}", ".0000") + "page/hedge-320.jpg")
                        .statusCode())
                .isEqualTo(404);

        String delivery = page.url();
        page.navigate(of("board"));
        page.locator("#bucket a")
                .filter(new Locator.FilterOptions().setHasText(name.replace(' ', '-') + "/web/page/hedge-320.jpg"))
                .click();
        assertThat(page.locator("img").evaluate("image => image.naturalWidth")).isEqualTo(320);

        page.navigate(of("board") + "/bucket/" + name.replace(' ', '-') + "/web/pictures.html");
        assertThat(page.locator("picture")).hasCount(4);
        page.locator("img").last().scrollIntoViewIfNeeded();
        page.waitForFunction("() => [...document.images].every(image => image.complete && image.naturalWidth > 0)");
        assertThat(page.locator("img")
                        .first()
                        .evaluate("image => getComputedStyle(image).backgroundImage.slice(0, 20)"))
                .isEqualTo("url(\"data:image/png;");
        Path html = Files.writeString(FOLDER.resolve("pictures.html"), page.content());
        requireValid(html);

        int puts = places.bucket().objects().puts();
        String before = sum("pond.jpg");
        photo(ROOT.resolve(name).resolve("pond.jpg"), 600, 400, 5);
        await().atMost(Duration.ofSeconds(20)).until(() -> sources.waiting(id) == 0 && !before.equals(sum("pond.jpg")));
        render(id);
        assertThat(page.locator(".sendings")).containsText("9 files delivered", SOON);
        assertThat(page.locator(".sendings")).containsText("unchanged, not sent again");
        assertThat(places.bucket().objects().puts() - puts)
                .as("two pictures and what goes along")
                .isLessThanOrEqualTo(2 + 5);

        page.navigate(delivery.replaceAll("\\?.*", ""));
        assertThat(page.locator("tr.is-replaced")).hasCount(3);
        page.navigate(delivery);

        for (String secret : List.of(of("bucket.secret"), of("hook.key"), of("sftp.password"))) {
            assertThat(log.getAll()).doesNotContain(secret);
            for (String path : List.of("/destinations/" + bucket, "/channels/1", "/deliveries/1", "/settings")) {
                assertThat(visitor.get(path).body()).doesNotContain(secret);
            }
            assertThat(sql.queryForList("select secret from destination where secret is not null", byte[].class))
                    .noneMatch(kept -> new String(kept, java.nio.charset.StandardCharsets.ISO_8859_1).contains(secret));
        }
    }

    /** By an independent reader of the standard. */
    private static void requireValid(Path html) throws Exception {
        Path config = Files.writeString(
                html.resolveSibling("html.json"), "{\"extends\": [\"html-validate:standard\"], \"root\": true}");
        Process check = new ProcessBuilder(
                        "node",
                        "src/main/frontend/node_modules/html-validate/bin/html-validate.mjs",
                        "--config",
                        config.toString(),
                        html.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(check.getInputStream().readAllBytes());
        assertThat(check.waitFor()).as(said).isZero();
    }

    @Test
    void a_server_is_trusted_by_its_key_and_a_place_that_is_full_is_waited_for() throws Exception {
        page.navigate("/destinations/new");
        page.locator("[name=name]").fill("Server " + name);
        page.locator("[name=host]").fill("127.0.0.1");
        page.locator("[name=port]").fill(of("sftp.port"));
        page.locator("[name=account]").fill(of("sftp.user"));
        page.getByText("Save and try").click();
        assertThat(page.locator(".fault")
                        .filter(new Locator.FilterOptions().setHasText("Enter the password"))
                        .first())
                .isVisible();
        page.locator("[name=secret-SFTP]").fill(of("sftp.password"));
        page.getByText("Save and try").click();
        assertThat(page.locator(".fingerprint")).hasText(of("sftp.fingerprint"));
        page.getByText("Trust this key").click();
        assertThat(page.locator(".reached")).containsText(Pattern.compile("It can be reached.\\s+[\\d.]+ GB free"));
        long server = Long.parseLong(page.url().replaceAll("^.*/", ""));
        sql.update("update channel set destination_id = ? where name = 'Press'", server);

        places.sftp().fault().full(true);
        render(id);
        assertThat(page.locator(".sendings")).containsText("The disk at the destination is full.", SOON);
        places.sftp().fault().none();
        page.getByText("Send again").click();
        assertThat(page.locator(".sendings")).containsText("2 files delivered", SOON);
        Path there =
                FOLDER.resolve("standins/sftp").resolve(name.replace(' ', '-')).resolve("press");
        try (var files = Files.walk(there)) {
            assertThat(files.filter(Files::isRegularFile)).hasSize(2);
        }
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Check"))
                .click();
        assertThat(page.locator("#checked")).containsText("2 as delivered, 0 changed, 0 missing");
    }

    @Test
    void somebody_elses_manifest_is_left_alone_and_said() throws Exception {
        sql.update("update channel set enclosures = '{\"manifest\": true}' where name = 'Web shop'");
        Path theirs = FOLDER.resolve("deliveries/assignment-" + id + "/web/manifest.json");
        Files.createDirectories(theirs.getParent());
        Files.writeString(theirs, "theirs");
        render(id);
        assertThat(page.locator("#delivery-live")).containsText("did not write", SOON);
        assertThat(theirs).hasContent("theirs");
        Files.delete(theirs);
        page.getByText("Make again").click();
        assertThat(page.locator(".along-files")).containsText("manifest.sha256", SOON);
        assertThat(theirs).content().contains("\"channel\" : \"Web shop\"");
    }

    @Test
    void channels_of_one_folder_do_not_replace_each_others_manifest() throws Exception {
        sql.update("update channel set enclosures = '{\"manifest\": true}'");
        sql.update("update channel set folder = 'web' where name = 'Press'");
        render(id);
        assertThat(page.locator("#delivery-live")).containsText("has the same folder", SOON);
        assertThat(FOLDER.resolve("deliveries/assignment-" + id + "/web/manifest.json"))
                .doesNotExist();
        sql.update("update channel set folder = 'press/{assignment|kebab}' where name = 'Press'");
        page.getByText("Make again").click();
        assertThat(page.locator(".along-files").first()).containsText("manifest.sha256", SOON);
        assertThat(FOLDER.resolve("deliveries/assignment-" + id + "/web/manifest.json"))
                .content()
                .contains("page/hedge-320.jpg");
    }

    @Test
    void what_comes_back_from_retouching_is_the_new_version_of_its_source() throws Exception {
        long inbox = destination("kind", "FOLDER", "name", "Inbox " + name, "folder", "inbox");
        long recipe =
                sql.queryForObject("select recipe_id from channel_recipe where channel_id = 2 limit 1", Long.class);
        assertThat(recipe).isPositive();
        sql.update("update channel set inbox_id = ? where name = 'Press'", inbox);
        String before = sum("hedge.jpg");
        render(id);
        assertThat(page.locator(".sendings")).containsText("2 files delivered", SOON);
        Path given = FOLDER.resolve("deliveries/inbox").resolve(name.replace(' ', '-'));
        List<Path> files;
        try (var all = Files.walk(given)) {
            files = all.filter(Files::isRegularFile).sorted().toList();
        }
        Path back = FOLDER.resolve("deliveries/inbox/returned")
                .resolve(FOLDER.resolve("deliveries/inbox").relativize(files.get(0)));
        photo(back, 600, 400, 99);
        Files.writeString(back.resolveSibling("unknown.jpg"), "x");
        await().atMost(Duration.ofSeconds(30))
                .until(() -> sql.queryForObject(
                                "select count(*) from returned_file where destination_id = ?", Integer.class, inbox)
                        == 2);
        page.navigate("/destinations/" + inbox);
        assertThat(page.locator(".came-back")).containsText("is the new version of its source");
        assertThat(page.locator(".came-back")).containsText("Nothing was handed over under this name");
        await().atMost(Duration.ofSeconds(20)).until(() -> sources.waiting(id) == 0);
        page.navigate("/assignments/" + id + "/plan");
        assertThat(page.locator(".cell.is-changed").first()).isVisible();
        assertThat(sql.queryForObject(
                        "select sha256 from source where assignment_id = ? and file_name like '%hedge%'",
                        String.class, id))
                .isNotEqualTo(before);
    }
}
