package app.vineparcel.core.measure.look;

import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;

/**
 * How far a picture looks from its original: SSIMULACRA 2.1 (Sneyers: SSIMULACRA 2, Structural SIMilarity Unveiling Local And Compression
 * Related Artifacts, 2022 and 2023). Both are compared in XYB at up to six scales, each half of the one before, by local structure
 * (mean, contrast and covariance under a Gaussian) and by edges that were added or lost, as means and as 4-norms; their weighted sum goes
 * through a curve fitted to what thousands of people said. {@link Visibility} has the scale in words.
 *
 * <p>What is clear is looked at on a dark and on a light ground, and the worse counts. Pictures smaller than 8 px an edge are too small for
 * the measure; they are compared at one scale all the same.
 */
public final class Ssimulacra2 {

    /** What two pictures get that are the same. */
    public static final double SAME = 100;

    private static final int SCALES = 6;
    private static final int LEAST_EDGE = 8;
    private static final float[] ON_OPAQUE = {0};
    /** Light of a dark and a light ground, for what is clear. */
    private static final float[] ON_CLEAR = {0.01f, 0.79f};

    /** By channel, then scale, then mean and norm: of structure, of added and of lost edges. */
    private static final double[] WEIGHTS = {
        0.0, 0.0007376606707406586, 0.0, 0.0, 0.0007793481682867309, 0.0,
        0.0, 0.0004371155730107379, 0.0, 1.1041726426657346, 0.00066284834129271, 0.00015231632783718752,
        0.0, 0.0016406437456599754, 0.0, 1.8422455520539298, 11.441172603757666, 0.0,
        0.0007989109436015163, 0.000176816438078653, 0.0, 1.8787594979546387, 10.94906990605142, 0.0,
        0.0007289346991508072, 0.9677937080626833, 0.0, 0.00014003424285435884, 0.9981766977854967,
                0.00031949755934435053,
        0.0004550992113792063, 0.0, 0.0, 0.0013648766163243398, 0.0, 0.0,
        0.0, 0.0, 0.0, 7.466890328078848, 0.0, 17.445833984131262,
        0.0006235601634041466, 0.0, 0.0, 6.683678146179332, 0.00037724407979611296, 1.027889937768264,
        225.20515300849274, 0.0, 0.0, 19.213238186143016, 0.0011401524586618361, 0.001237755635509985,
        176.39317598450694, 0.0, 0.0, 24.43300999870476, 0.28520802612117757, 0.0004485436923833408,
        0.0, 0.0, 0.0, 34.77906344483772, 44.835625328877896, 0.0,
        0.0, 0.0, 0.0, 0.0, 0.0, 0.0,
        0.0, 0.0008680556573291698, 0.0, 0.0, 0.0, 0.0,
        0.0, 0.0005313191874358747, 0.0, 0.00016533814161379112, 0.0, 0.0,
        0.0, 0.0, 0.0, 0.0004179171803251336, 0.0017290828234722833, 0.0,
        0.0020827005846636437, 0.0, 0.0, 8.826982764996862, 23.19243343998926, 0.0,
        95.1080498811086, 0.9863978034400682, 0.9834382792465353, 0.0012286405048278493, 171.2667255897307,
                0.9807858872435379,
        0.0, 0.0, 0.0, 0.0005130064588990679, 0.0, 0.00010854057858411537
    };

    private final List<List<SeenLight>> originals = new ArrayList<>();
    private final float[] grounds;
    private final int threads;

    private Ssimulacra2(float[] grounds, int threads) {
        this.grounds = grounds;
        this.threads = threads;
    }

    /**
     * An original with which others are to be compared.
     *
     * @param original of any depth, grey or RGB
     * @param space what its numbers mean
     * @param threads at most so many work at once
     */
    public static Ssimulacra2 from(Pixels original, LinearSpace space, int threads) {
        Ssimulacra2 measure = new Ssimulacra2(original.hasAlpha() ? ON_CLEAR : ON_OPAQUE, threads);
        for (float ground : measure.grounds) {
            measure.originals.add(measure.scales(SeenLight.of(original, space, ground)));
        }
        return measure;
    }

    /**
     * How near another comes.
     *
     * @param other of the same size
     * @param space what its numbers mean
     * @return {@link #SAME} for the same picture, less the more it differs; far below 0 for another picture
     */
    public double score(Pixels other, LinearSpace space) {
        double worst = SAME;
        for (int i = 0; i < grounds.length; i++) {
            List<SeenLight> original = originals.get(i);
            if (!original.get(0).size().equals(other.size())) {
                throw new IllegalArgumentException(
                        "%s and %s cannot be compared".formatted(original.get(0).size(), other.size()));
            }
            worst = Math.min(worst, score(original, SeenLight.of(other, space, grounds[i])));
        }
        return worst;
    }

    private List<SeenLight> scales(SeenLight whole) {
        List<SeenLight> scales = new ArrayList<>(List.of(whole));
        while (scales.size() < SCALES && isLargeEnough(scales.get(scales.size() - 1))) {
            SeenLight half = SeenLight.halved(scales.get(scales.size() - 1), threads);
            if (!isLargeEnough(half)) {
                break;
            }
            scales.add(half);
        }
        return scales;
    }

    private static boolean isLargeEnough(SeenLight light) {
        return Math.min(light.size().width(), light.size().height()) >= LEAST_EDGE;
    }

    private double score(List<SeenLight> original, SeenLight other) {
        double[][] differences = new double[original.size()][];
        SeenLight scaled = other;
        for (int scale = 0; scale < differences.length; scale++) {
            scaled = scale == 0 ? other : SeenLight.halved(scaled, threads);
            differences[scale] = ScaleDifference.of(original.get(scale), scaled, threads);
        }
        return curve(weighted(differences));
    }

    private static double weighted(double[][] differences) {
        double sum = 0;
        for (int channel = 0; channel < OpponentRows.CHANNELS; channel++) {
            for (int scale = 0; scale < differences.length; scale++) {
                int weight = (channel * SCALES + scale) * ScaleDifference.VALUES;
                for (int norm = 0; norm < 2; norm++) {
                    for (int kind = 0; kind < 3; kind++) {
                        sum += WEIGHTS[weight++]
                                * differences[scale][channel * ScaleDifference.VALUES + 2 * kind + norm];
                    }
                }
            }
        }
        return sum;
    }

    private static double curve(double weighted) {
        double x = 0.9562382616834844 * weighted;
        double fitted = 2.326765642916932 * x - 0.020884521182843837 * x * x + 6.248496625763138e-05 * x * x * x;
        return fitted > 0 ? SAME - 10 * Math.pow(fitted, 0.6276336467831387) : SAME;
    }
}
