package app.vineparcel.core.naming;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NamingTest {

    private static NameFields fields(String stem) {
        return new NameFields(
                new NameFields.Shown(
                        stem,
                        "Pears in the Crate",
                        7,
                        Optional.of(LocalDateTime.of(2026, 9, 30, 16, 12)),
                        Map.of("creator", "Harrow Lane Growers", "camera", "Field 7/II")),
                new NameFields.File("Shop page", "Web shop", 2048, 1365, 2, "jpeg"),
                "Autumn catalogue",
                LocalDate.of(2026, 10, 3));
    }

    @ParameterizedTest
    @CsvSource({
        "{stem}-{width}, hl-2041-2048",
        "{piece|kebab}, pears-in-the-crate",
        "{n:3} {recipe|upper}, 007 SHOP PAGE",
        "{n}, 7",
        "{date}, 2026-10-03",
        "{date:yyyyMM}, 202610",
        "{shot:yyyy-MM-dd HH-mm}, 2026-09-30 16-12",
        "{{{height}}}, {1365}",
        "{channel}/{assignment|lower}, Web shop/autumn catalogue",
        "{format}, jpeg",
        "{scale}{density}, 2x@2x",
        "{keep:creator|kebab}, harrow-lane-growers",
        "{stem}{keep:licence}, hl-2041",
    })
    void fields_expand(String template, String expected) throws TemplateException {
        assertThat(Template.parse(template).expand(fields("hl-2041"))).isEqualTo(expected);
    }

    @Test
    void filters_follow_one_another() throws TemplateException {
        assertThat(Template.parse("{stem|ascii}").expand(fields("Łódź, Ærø, Þór, Đà, œuf, ISPARTA'lı")))
                .isEqualTo("Lodz, AEro, Thor, Da, oeuf, ISPARTA'li");
        assertThat(Template.parse("{stem|ascii|kebab}").expand(fields("Äpfel & Süßmost")))
                .isEqualTo("apfel-sussmost");
    }

    @ParameterizedTest
    @CsvSource({
        "{width, never closed",
        "a}b, never opened",
        "{colour}, is not a field",
        "{stem|shout}, is not a filter",
        "{stem:3}, takes no format",
        "{n:x}, number of digits",
        "{keep:weather}, keep:camera",
        "{keep}, is not known",
        "{shot:QQQQQQQ}, is not a pattern",
    })
    void a_template_that_cannot_be_understood_says_why(String template, String reason) {
        assertThatThrownBy(() -> Template.parse(template)).hasMessageContaining(reason);
    }

    @ParameterizedTest
    @ValueSource(strings = {"..", "a/../b", "/etc", "C:/x", "\\\\server", "a/./b", "..\\x", "a/.. /b"})
    void a_folder_that_leads_out_is_refused(String folder) {
        assertThatThrownBy(() -> PathTemplate.parse(folder, "{stem}")).isInstanceOf(TemplateException.class);
    }

    @Test
    void folders_end_at_slashes_and_fields_do_not() throws TemplateException {
        assertThatThrownBy(() -> PathTemplate.folders("{shot:yyyy/MM}"))
                .hasMessageContaining("write two fields, as in {shot:yyyy}/{shot:MM}");
        assertThat(PathTemplate.folders("{shot:yyyy}/{shot:MM}")).hasSize(2);
        assertThat(PathTemplate.folders("{{a/b}}")).hasSize(2);
    }

    @ParameterizedTest
    @CsvSource({
        "CON, _CON",
        "nul.txt, _nul.txt",
        "a<b>:c, a-b--c",
        "ends., ends",
        "'  x ', x",
        "'', unnamed",
        "..., unnamed",
        ".hidden, hidden"
    })
    void names_come_out_safe(String wanted, String safe) {
        assertThat(SafeName.of(wanted)).isEqualTo(safe);
    }

    @Test
    void names_are_composed_and_not_too_long() {
        assertThat(SafeName.of("a\u0308")).isEqualTo("\u00e4");
        assertThat(SafeName.of("🍐".repeat(300)).getBytes(StandardCharsets.UTF_8))
                .hasSizeLessThanOrEqualTo(SafeName.MOST_BYTES);
        assertThat(SafeName.of("🍐".repeat(300))).endsWith("🍐");
    }

    /** The quick way for plain names gives what the long way does, at the ends of every range of letters. */
    @ParameterizedTest
    @CsvSource({
        "azAZ09-_, azAZ09-_",
        "a.b c, a.b c",
        ".a, a",
        "' a', a",
        "'a ', a",
        "a., a",
        "a`b{c, a`b{c",
        "a/b, a-b",
        "a:b, a-b",
        "'a@b[c', 'a@b[c'",
        "con .txt, _con .txt",
        "console, console",
    })
    void plain_names_stay_as_they_are(String wanted, String safe) {
        assertThat(SafeName.of(wanted)).isEqualTo(safe);
    }

    @Test
    void two_hundred_bytes_stay_and_one_more_is_cut() {
        assertThat(SafeName.of("a".repeat(200))).hasSize(200);
        assertThat(SafeName.of("a".repeat(201))).hasSize(200);
        assertThat(SafeName.of("\u00e9".repeat(100))).hasSize(100);
        assertThat(SafeName.of("\u00e9".repeat(101))).hasSize(100);
    }

    @ParameterizedTest
    @CsvSource({
        "Evening Plums, evening-plums",
        "'  Plum -- 7 ', plum-7",
        "'(Plum)', plum",
        "'-', ''",
        "'', ''",
        "--a, a",
        "a--, a",
    })
    void kebab_has_words_and_hyphens_between_them(String words, String kebab) {
        assertThat(SafeName.kebab(words)).isEqualTo(kebab);
    }

    /** Whatever stands in the fields: the path stays inside, has as many levels as its template, and no part that a system refuses. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void a_template_never_escapes_its_folder(long seed) throws TemplateException {
        Random random = new Random(seed);
        String[] nasty = {
            "..", "/", "\\", ".", " ", ":", "\0", "\n", "CON", "a", "é", "🍐", "~", "|", "..\\..", "\u202e", "-", "*"
        };
        PathTemplate path = PathTemplate.parse("out/{stem}", "{stem}{piece}");
        for (int i = 0; i < 3000; i++) {
            StringBuilder stem = new StringBuilder();
            for (int k = random.nextInt(40); k >= 0; k--) {
                stem.append(nasty[random.nextInt(nasty.length)]);
            }
            String expanded = path.expand(fields(stem.toString()), "jpg");
            Path root = Path.of("/delivery");
            assertThat(root.resolve(expanded).normalize()).startsWithRaw(root.resolve("out"));
            assertThat(expanded.split("/").length).isBetween(2, 3);
            for (String part : expanded.split("/")) {
                assertThat(part)
                        .doesNotMatch("(?s).*[<>:\"\\\\|?*\\p{Cntrl}\u202e].*")
                        .doesNotMatch(".*[. ]$")
                        .doesNotStartWith(".");
                assertThat(part.getBytes(StandardCharsets.UTF_8)).hasSizeLessThan(255);
            }
        }
    }
}
