package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Document;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.PixelDocument;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Documents;
import app.vineparcel.core.testing.Pictures;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Files that were cut short or have some bits turned: a picture or a problem in words, and never anything else. */
class FuzzedInputTest {

    private static final int CASES = 300;
    private static final long SEED = 20261003;
    /** A damaged header may claim any size; beyond this it is refused before memory is taken. */
    private static final SourceReader READER = new SourceReader(4_000_000);

    /** What has to be read of files that are cut anywhere: pictures whose rows come one after the other are read as far as they go. */
    private static final Map<SourceFormat, Double> CUT = Map.of(
            SourceFormat.JPEG, 0.3,
            SourceFormat.PNG, 0.8,
            SourceFormat.GIF, 0.6,
            SourceFormat.BMP, 0.9,
            SourceFormat.ICO, 0.9,
            SourceFormat.PNM, 0.9,
            SourceFormat.TGA, 0.9,
            SourceFormat.TIFF, 0.08,
            SourceFormat.PDF, 0.25);

    /** The same for files with up to eight bits turned, half of them in headers. */
    private static final Map<SourceFormat, Double> TURNED = Map.ofEntries(
            Map.entry(SourceFormat.JPEG, 0.7),
            Map.entry(SourceFormat.PNG, 0.5),
            Map.entry(SourceFormat.TIFF, 0.4),
            Map.entry(SourceFormat.WEBP, 0.65),
            Map.entry(SourceFormat.AVIF, 0.1),
            Map.entry(SourceFormat.HEIC, 0.1),
            Map.entry(SourceFormat.JXL, 0.0),
            Map.entry(SourceFormat.JPEG2000, 0.5),
            Map.entry(SourceFormat.GIF, 0.9),
            Map.entry(SourceFormat.BMP, 0.85),
            Map.entry(SourceFormat.ICO, 0.85),
            Map.entry(SourceFormat.PNM, 0.9),
            Map.entry(SourceFormat.TGA, 0.9),
            Map.entry(SourceFormat.SVG, 0.05),
            Map.entry(SourceFormat.PDF, 0.2),
            Map.entry(SourceFormat.OPENRASTER, 0.5));

    @TempDir
    Path folder;

    private byte[] sound(SourceFormat format) throws Exception {
        return switch (format) {
            case SVG -> Documents.svg();
            case PDF -> Documents.pdf();
            case OPENRASTER -> Documents.openRaster();
            default -> MadeFiles.sound(format, Pictures.photo(64, 48, 11), folder);
        };
    }

    /** Those that a program of the machine reads cost a start of it each. */
    private static int cases(SourceFormat format) {
        return format.turnsItself() ? CASES / 12 : CASES;
    }

    @ParameterizedTest
    @EnumSource(SourceFormat.class)
    @Timeout(120)
    void cut_short(SourceFormat format) throws Exception {
        byte[] sound = sound(format);
        Random random = new Random(SEED);
        int opened = 0;
        for (int i = 0; i < cases(format); i++) {
            opened += open(java.util.Arrays.copyOf(sound, random.nextInt(sound.length)), i) ? 1 : 0;
        }
        assertThat(opened / (double) cases(format))
                .as("share that is read as far as it goes")
                .isGreaterThanOrEqualTo(CUT.getOrDefault(format, 0.0));
    }

    @ParameterizedTest
    @EnumSource(SourceFormat.class)
    @Timeout(120)
    void bits_turned(SourceFormat format) throws Exception {
        byte[] sound = sound(format);
        Random random = new Random(SEED + 1);
        int opened = 0;
        for (int i = 0; i < cases(format); i++) {
            byte[] damaged = sound.clone();
            for (int flips = 1 + random.nextInt(8); flips > 0; flips--) {
                // half of them where headers and tables stand
                int within = random.nextBoolean() ? Math.min(600, damaged.length) : damaged.length;
                damaged[random.nextInt(within)] ^= (byte) (1 << random.nextInt(8));
            }
            opened += open(damaged, i) ? 1 : 0;
        }
        assertThat(opened / (double) cases(format))
                .as("share that is still read")
                .isGreaterThanOrEqualTo(TURNED.get(format))
                .isLessThan(1);
    }

    /** Whether it was read; else it was refused in words. */
    private boolean open(byte[] bytes, int number) throws Exception {
        Path file = Files.write(folder.resolve("damaged"), bytes);
        try {
            SourceInfo info = READER.inspect(file);
            if (info.format().isDocument()) {
                drawAll(file, info);
                return true;
            }
            OpenedSource opened = READER.open(file);
            assertThat(opened.pixels().size()).isEqualTo(opened.info().size());
            return true;
        } catch (ProblemException e) {
            String words = e.problem().sentence();
            assertThat(words).as("case " + number).startsWith("damaged: ").doesNotContain("Exception", "null", "java.");
            return false;
        }
    }

    private static void drawAll(Path file, SourceInfo info) throws ProblemException {
        try (Document document = READER.document(file, SourceOptions.PLAIN)) {
            for (Piece piece : document.pieces()) {
                PixelSize small = new PixelSize(40, 40);
                Pixels drawn = document instanceof DrawnDocument shapes
                        ? READER.draw(file, shapes, piece, piece.size().box(), small, OptionalInt.of(0xffffff))
                        : READER.open(file, (PixelDocument) document, piece, info)
                                .pixels();
                assertThat(drawn.size().pixels()).isPositive();
            }
        }
    }
}
