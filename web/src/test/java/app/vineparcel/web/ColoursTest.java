package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.recipe.ChannelFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The colours of channels and states against the grounds that they stand on, in both schemes. */
class ColoursTest {

    private static final Pattern SCHEME = Pattern.compile("--ground: [^}]*?color-scheme: (light|dark);");
    private static final Pattern VARIABLE = Pattern.compile("--([a-z-]+): (#[0-9a-f]{6});");

    private static List<Map<String, String>> schemes() throws Exception {
        Matcher scheme = SCHEME.matcher(Files.readString(Path.of("src/main/frontend/app.css")));
        List<Map<String, String>> schemes = new ArrayList<>();
        while (scheme.find()) {
            Map<String, String> colours = new HashMap<>();
            Matcher variable = VARIABLE.matcher(scheme.group());
            while (variable.find()) {
                colours.put(variable.group(1), variable.group(2));
            }
            schemes.add(colours);
        }
        return schemes;
    }

    /** Relative luminance of WCAG 2.2. */
    private static double luminance(String colour) {
        double sum = 0;
        double[] weights = {0.2126, 0.7152, 0.0722};
        for (int band = 0; band < 3; band++) {
            double encoded = Integer.parseInt(colour.substring(1 + 2 * band, 3 + 2 * band), 16) / 255.0;
            sum += weights[band] * (encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4));
        }
        return sum;
    }

    private static double contrast(String a, String b) {
        double first = luminance(a) + 0.05;
        double second = luminance(b) + 0.05;
        return Math.max(first, second) / Math.min(first, second);
    }

    @Test
    void every_text_colour_is_legible_on_paper_and_ground() throws Exception {
        assertThat(contrast("#ffffff", "#000000")).isEqualTo(21);
        List<Map<String, String>> schemes = schemes();
        assertThat(schemes).hasSize(3);
        for (Map<String, String> scheme : schemes) {
            List<String> texts = new ArrayList<>(ChannelFile.COLOURS);
            texts.addAll(List.of("ink", "quiet"));
            for (String text : texts) {
                for (String ground : List.of("paper", "ground")) {
                    assertThat(contrast(scheme.get(text), scheme.get(ground)))
                            .as("%s on %s %s", text, ground, scheme.get(ground))
                            .isGreaterThanOrEqualTo(4.5);
                }
            }
            assertThat(contrast(scheme.get("on-leaf"), scheme.get("leaf"))).isGreaterThanOrEqualTo(4.5);
            assertThat(contrast(scheme.get("grape"), scheme.get("chosen"))).isGreaterThanOrEqualTo(4.5);
        }
    }
}
