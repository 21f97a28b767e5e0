package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.JSHandle;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;

/** The real pages in the real browser. A message in the browser's console fails a test: scripts, styles and policy must agree. */
abstract class RealPages extends Workbench {

    /** How long a page may take to show what is expected, ms: on a busy machine much longer than on an idle one. */
    private static final double PATIENCE = 20_000;

    private static Playwright playwright;
    static Browser browser;

    BrowserContext context;
    Page page;
    final List<String> complaints = new ArrayList<>();

    @BeforeAll
    static void opens_the_browser() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE);
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of(System.getenv().getOrDefault("CHROMIUM", "/usr/bin/chromium")))
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-quic",
                                "--disable-sync",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update")));
    }

    @AfterAll
    static void closes_the_browser() {
        playwright.close();
    }

    @BeforeEach
    void opens_a_page() {
        context = browser.newContext(new Browser.NewContextOptions()
                .setBaseURL("http://127.0.0.1:" + port)
                .setViewportSize(1280, 800)
                .setColorScheme(ColorScheme.LIGHT));
        page = context.newPage();
        page.onConsoleMessage(message -> {
            if (message.type().equals("error") || message.type().equals("warning")) {
                complaints.add(message.text());
            }
        });
        page.onPageError(complaints::add);
    }

    @AfterEach
    void closes_the_page() {
        context.close();
        assertThat(complaints).isEmpty();
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    void makeAssignment(String name) {
        page.navigate("/assignments");
        page.getByLabel("New assignment").fill(name);
        button("Create").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(name)))
                .isVisible();
    }

    /** Waits until a page that is shown also answers keys and clicks. */
    void answering() {
        page.waitForLoadState();
    }

    /** Drops files on the page as a person does: a drag that carries them, let go over the page. */
    void drop(Path... files) throws Exception {
        List<Map<String, String>> carried = new ArrayList<>();
        for (Path file : files) {
            String content = Base64.getEncoder().encodeToString(Files.readAllBytes(file));
            carried.add(Map.of("name", file.getFileName().toString(), "content", content));
        }
        JSHandle transfer = page.evaluateHandle(
                """
                files => {
                  const transfer = new DataTransfer();
                  for (const { name, content } of files) {
                    transfer.items.add(new File([Uint8Array.from(atob(content), c => c.charCodeAt(0))], name));
                  }
                  return transfer;
                }""",
                carried);
        for (String event : List.of("dragenter", "dragover", "drop")) {
            page.dispatchEvent("[data-drop]", event, Map.of("dataTransfer", transfer));
        }
    }
}
