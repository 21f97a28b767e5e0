package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.recipes.FormatFields;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The file of texts against what asks for them. */
class TextTest {

    private static final Map<String, String> TEXTS = Text.all("");
    /** Keys that are put together: whoever asks for one of these names the rest. */
    private static final Set<String> PREFIXES = Set.of(
            "count.",
            "size.",
            "option.",
            "sources.kind.",
            "format.",
            "deliveries.view.",
            "deliveries.sort.",
            "deliveries.state.",
            "deliveries.standing.",
            "destinations.kind.");

    private static final Pattern IN_JAVA =
            Pattern.compile("Text\\s*\\.of\\(\\s*\"([\\w.-]+)\"|\"([a-z]+(?:\\.[a-z0-9-]+)+)\"");
    private static final Pattern IN_TEMPLATES = Pattern.compile("#\\{([\\w.-]+)|msg\\('([\\w.-]+)'");
    private static final Pattern IN_SCRIPTS = Pattern.compile("msg\\(([^)]*)");
    private static final Pattern WORD = Pattern.compile("'([a-z-]+)'");

    private static Stream<String> files(String folder, String ending) throws IOException {
        try (Stream<Path> all = Files.walk(Path.of("src/main", folder))) {
            return all.filter(file -> file.toString().endsWith(ending)).toList().stream()
                    .map(TextTest::read);
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static Stream<String> found(Pattern pattern, String text) {
        return pattern.matcher(text).results().map(TextTest::key);
    }

    private static String key(MatchResult match) {
        return match.groupCount() > 1 && match.group(1) == null ? match.group(2) : match.group(1);
    }

    private static Set<String> asked() throws IOException {
        Set<String> asked = new TreeSet<>();
        files("resources/templates", ".html")
                .flatMap(text -> found(IN_TEMPLATES, text))
                .forEach(asked::add);
        files("java", ".java")
                .flatMap(text -> found(IN_JAVA, text))
                .filter(key -> TEXTS.containsKey(key)
                        || key.matches("(plan|runs|recipes|channels|shell|js)\\.[\\w.-]+-[\\w-]+"))
                .forEach(asked::add);
        files("resources/static/js", ".js")
                .flatMap(text -> found(IN_SCRIPTS, text))
                .flatMap(call -> found(WORD, call))
                .map(key -> "js." + key)
                .filter(TEXTS::containsKey)
                .forEach(asked::add);
        FormatFields.all().forEach(field -> asked.add(field.label()));
        return asked;
    }

    @Test
    void every_text_that_is_asked_for_is_there_and_every_text_is_asked_for() throws Exception {
        Set<String> asked = asked();
        Set<String> missing = new TreeSet<>(asked);
        missing.removeAll(TEXTS.keySet());
        missing.removeIf(key -> PREFIXES.contains(key) || key.endsWith("."));
        assertThat(missing).as("asked for and not there").isEmpty();
        Set<String> unused = TEXTS.keySet().stream()
                .filter(key -> !asked.contains(key))
                .filter(key -> PREFIXES.stream().noneMatch(key::startsWith))
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(unused).as("there and never asked for").isEmpty();
    }

    @Test
    void templates_hold_no_words_of_their_own() throws Exception {
        Pattern words = Pattern.compile(
                ">[^<>{}\\[\\]]*[a-z]{3,} [a-z]{2,}[^<>{}]*<|(?<!:)(?:title|aria-label|placeholder)=\"[^\"]*[a-z]{3,}[^\"]*\"");
        assertThat(files("resources/templates", ".html")
                        .map(text -> text.replaceAll("(?s)<!--.*?-->|<code>.*?</code>|th:[\\w:.-]+=\"[^\"]*\"", ""))
                        .flatMap(text -> words.matcher(text).results().map(MatchResult::group)))
                .isEmpty();
    }

    @Test
    void every_text_is_a_sound_pattern_and_one_line_of_plain_words() {
        TEXTS.forEach((key, text) -> {
            assertThat(text).as(key).isNotBlank().doesNotContain("  ", "\t");
            if (text.matches(".*\\{\\d.*") && !key.startsWith("js.")) {
                assertThat(new MessageFormat(text).format(new Object[] {3, 3, 3, 3}))
                        .as(key)
                        .doesNotContain("{");
                assertThat(text.replace("''", "")).as(key).doesNotContain("'");
            }
        });
        assertThat(Text.of("count.file", 0)).isEqualTo("0 files");
        assertThat(Text.of("count.file", 1)).isEqualTo("1 file");
        assertThat(Text.of("count.file", 2031)).isEqualTo("2,031 files");
    }
}
