package app.vineparcel.core.plan;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.measure.CodingCost;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How heavy a picture's file will be, from what was measured of its pixels: the logarithm of its bits a pixel is a weighted sum of the logarithms of
 * what three coders take at that size, and of the size. The weights, in a {@code weights.tsv} beside each format, are fitted by least squares to files of photographs and of
 * drawings; {@code ./parcel bench weights} says how far they are off on others.
 */
final class PictureWeights {

    /**
     * Weights of one setting.
     *
     * @param step the quality, or the colours of the palette
     * @param constant added as it is
     * @param foretold of {@link CodingCost#foretold}
     * @param coarse of {@link CodingCost#blocks} at quality 40
     * @param fine of the same at quality 94
     * @param packed of {@link CodingCost#packed}
     * @param edge of the long edge over 1,000 px
     */
    private record Line(
            int step, double constant, double foretold, double coarse, double fine, double packed, double edge) {

        double logBits(CodingCost cost, double px) {
            return constant
                    + foretold * Math.log(cost.foretold(px))
                    + coarse * Math.log(cost.blocks(px, COARSE))
                    + fine * Math.log(cost.blocks(px, FINE))
                    + packed * Math.log(cost.packed(px))
                    + edge * Math.log(px / EDGE);
        }
    }

    private static final int COARSE = 40;
    private static final int FINE = 94;
    private static final double EDGE = 1000;
    private static final double MOST_BITS = 48;
    private static final double LEAST_BITS = 0.01;
    private static final Map<String, List<Line>> LINES = lines();

    private PictureWeights() {}

    private static Map<String, List<Line>> lines() {
        Map<String, List<Line>> lines = new HashMap<>();
        for (FormatKind kind : Formats.all()) {
            try (InputStream in = kind.getClass().getResourceAsStream("weights.tsv")) {
                if (in != null) {
                    read(new String(in.readAllBytes(), StandardCharsets.UTF_8), lines);
                }
            } catch (IOException e) {
                throw new IllegalStateException("the weights ship with the program", e);
            }
        }
        return lines;
    }

    private static void read(String text, Map<String, List<Line>> lines) {
        text.lines().filter(line -> !line.startsWith("#")).forEach(line -> {
            String[] words = line.split("\t");
            double[] of = new double[6];
            for (int i = 0; i < of.length; i++) {
                of[i] = Double.parseDouble(words[i + 3]);
            }
            lines.computeIfAbsent(words[0] + " " + words[1], key -> new ArrayList<>())
                    .add(new Line(Integer.parseInt(words[2]), of[0], of[1], of[2], of[3], of[4], of[5]));
        });
    }

    /** Whether there are weights for a format. */
    static boolean know(OutputFormat format, boolean drawn) {
        return format.weighing()
                .coder()
                .filter(coder -> LINES.containsKey(key(coder, drawn)))
                .isPresent();
    }

    private static String key(String coder, boolean drawn) {
        return (drawn ? "drawn " : "photo ") + coder;
    }

    /**
     * Bits a pixel.
     *
     * @param format one that has weights
     * @param drawn whether it shows shapes instead of a photograph
     * @param px the long edge that the whole picture would have at this size
     */
    static double bits(OutputFormat format, boolean drawn, CodingCost cost, double px) {
        List<Line> lines = LINES.get(
                (drawn ? "drawn " : "photo ") + format.weighing().coder().orElseThrow());
        int step = format.weightStep().orElse(0);
        double bits = Math.exp(between(lines, step, format.paletteColours() > 0, cost, px));
        return Math.max(LEAST_BITS, Math.min(MOST_BITS, format.weighing().colour() * bits));
    }

    /** Between and beyond two settings by a straight line, over the logarithm of palettes' colours. */
    private static double between(List<Line> lines, int step, boolean palette, CodingCost cost, double px) {
        if (lines.size() == 1) {
            return lines.get(0).logBits(cost, px);
        }
        int upper = 1;
        while (upper < lines.size() - 1 && lines.get(upper).step() < step) {
            upper++;
        }
        Line low = lines.get(upper - 1);
        Line high = lines.get(upper);
        double share = palette
                ? Math.log((double) step / low.step()) / Math.log((double) high.step() / low.step())
                : (double) (step - low.step()) / (high.step() - low.step());
        double from = low.logBits(cost, px);
        return from + share * (high.logBits(cost, px) - from);
    }
}
