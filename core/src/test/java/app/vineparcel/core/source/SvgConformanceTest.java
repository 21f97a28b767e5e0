package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Static rendering against the reference pictures of a public suite, which {@code ./parcel test} fetches as a Debian package. What lies
 * within a few pixels of text is left out of the comparison, since the suite's fonts are not here. A case passes if, on white, at most one
 * pixel in a hundred is off by more than a fifth of the range in any channel. Cases that ask for other files, or for a reader's language,
 * are not counted: nothing outside a document is ever fetched.
 */
class SvgConformanceTest {

    private static final int FAR_OFF = 51;
    private static final double FEW = 0.01;
    /** Pixels, downwards; twice as many across. */
    private static final int NEAR = 6;

    /** Cases that are known to be off, a name a line; each of the others has to pass, and so does none of these. */
    private static final String KNOWN = "svg-conformance-off.txt";

    private static final List<String> CATEGORIES = List.of("", "bugs", "svg1.1", "svg2", "adwaita");

    /** Fonts from other files do not count: only text needs them. */
    private static final Pattern OTHER_FILE = Pattern.compile(
            "<(?:image|use|feImage|pattern|filter|linearGradient|radialGradient)\\b[^>]*href\\s*=\\s*[\"'](?!#|data:)[^\"']+");

    private final List<String> passed = new ArrayList<>();
    private final List<String> failed = new ArrayList<>();

    @TempDir
    Path folder;

    @Test
    void cases_look_like_their_references_but_for_those_that_are_known_to_be_off() throws Exception {
        String given = System.getProperty("conformance.path", "");
        assumeThat(given).as("the suite's folder, which ./parcel test sets").isNotEmpty();
        Path suite = Path.of(given);
        assertThat(suite).as("the suite that ./parcel test fetches").exists();
        for (String category : CATEGORIES) {
            try (Stream<Path> files = Files.list(suite.resolve(category))) {
                for (Path svg : (Iterable<Path>)
                        files.filter(f -> f.toString().endsWith(".svg")).sorted()::iterator) {
                    Path reference =
                            svg.resolveSibling(svg.getFileName().toString().replaceFirst("\\.svg$", "-ref.png"));
                    if (Files.exists(reference) && standsAlone(svg)) {
                        judge(category + "/" + svg.getFileName(), svg, reference.toFile());
                    }
                }
            }
        }
        for (String category : CATEGORIES) {
            System.out.printf(
                    "  %-8s %d pass, %d off%n",
                    category.isEmpty() ? "general" : category, in(passed, category), in(failed, category));
        }
        System.out.printf("SVG conformance: %d of %d cases pass%n", passed.size(), passed.size() + failed.size());
        failed.forEach(name -> System.out.println("  off: " + name));
        assertThat(passed.size() + failed.size())
                .as("cases that were looked at")
                .isGreaterThan(500);
        assertThat(names(failed)).as("cases that are off").isEqualTo(known());
    }

    private static Set<String> names(List<String> cases) {
        return cases.stream()
                .map(name -> name.replaceFirst("\\.svg\\b.*", ".svg"))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static Set<String> known() throws Exception {
        try (InputStream in = SvgConformanceTest.class.getResourceAsStream(KNOWN)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#"))
                    .collect(Collectors.toCollection(TreeSet::new));
        }
    }

    private static long in(List<String> cases, String category) {
        return cases.stream().filter(name -> name.startsWith(category + "/")).count();
    }

    private static boolean standsAlone(Path svg) throws Exception {
        String text = Files.readString(svg, StandardCharsets.ISO_8859_1);
        boolean asksForFiles = text.contains("@import")
                || text.contains("<xi:include")
                || text.contains("systemLanguage")
                || OTHER_FILE.matcher(text).find();
        return !asksForFiles;
    }

    /** The same document without its text. */
    private static Path silent(Path svg, Path folder) throws Exception {
        String text = Files.readString(svg, StandardCharsets.ISO_8859_1);
        return Files.writeString(
                folder.resolve("silent.svg"),
                text.replaceAll("(?s)<text[\\s>].*?</text\\s*>", ""),
                StandardCharsets.ISO_8859_1);
    }

    private void judge(String name, Path svg, File reference) throws Exception {
        BufferedImage wanted = ImageIO.read(reference);
        try {
            PixelSize size = new PixelSize(wanted.getWidth(), wanted.getHeight());
            BufferedImage drawn = drawn(svg, size);
            BufferedImage silent = drawn(silent(svg, folder), size);
            double off = off(drawn, silent, wanted);
            (off <= FEW ? passed : failed).add("%s (%.2f %% off)".formatted(name, off * 100));
        } catch (app.vineparcel.core.ProblemException e) {
            failed.add(name + ": " + e.problem().reason());
        }
    }

    private static BufferedImage drawn(Path svg, PixelSize size) throws Exception {
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        try (Document document = reader.document(svg, SourceOptions.PLAIN)) {
            Piece whole = Stream.concat(document.pieces().stream(), document.objects().stream())
                    .filter(piece -> piece.key().equals(Piece.WHOLE))
                    .findFirst()
                    .orElseThrow();
            Pixels pixels = reader.draw(
                    svg, (DrawnDocument) document, whole, whole.size().box(), size, OptionalInt.empty());
            return Canvas.image(pixels);
        }
    }

    /** The share of pixels that are far off, of those that no letter is near to. */
    private static double off(BufferedImage drawn, BufferedImage silent, BufferedImage reference) {
        BufferedImage x = onWhite(drawn);
        BufferedImage without = onWhite(silent);
        BufferedImage y = onWhite(reference);
        boolean[][] nearText = new boolean[x.getHeight()][x.getWidth()];
        for (int row = 0; row < x.getHeight(); row++) {
            for (int column = 0; column < x.getWidth(); column++) {
                if (x.getRGB(column, row) != without.getRGB(column, row)) {
                    for (int r = Math.max(0, row - NEAR); r <= Math.min(x.getHeight() - 1, row + NEAR); r++) {
                        for (int c = Math.max(0, column - 2 * NEAR);
                                c <= Math.min(x.getWidth() - 1, column + 2 * NEAR);
                                c++) {
                            nearText[r][c] = true;
                        }
                    }
                }
            }
        }
        long count = 0;
        for (int row = 0; row < x.getHeight(); row++) {
            for (int column = 0; column < x.getWidth(); column++) {
                count += !nearText[row][column] && far(x.getRGB(column, row), y.getRGB(column, row)) ? 1 : 0;
            }
        }
        return count / (double) ((long) x.getWidth() * x.getHeight());
    }

    private static boolean far(int p, int q) {
        boolean far = false;
        for (int shift = 0; shift < 24; shift += 8) {
            far |= Math.abs((p >> shift & 255) - (q >> shift & 255)) > FAR_OFF;
        }
        return far;
    }

    private static BufferedImage onWhite(BufferedImage image) {
        BufferedImage flat = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = flat.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, flat.getWidth(), flat.getHeight());
        graphics.drawImage(image, 0, 0, null);
        graphics.dispose();
        return flat;
    }
}
