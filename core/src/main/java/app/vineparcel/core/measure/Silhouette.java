package app.vineparcel.core.measure;

import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.raster.Pixels;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Artwork on nothing: how much of a picture is clear, and which colours artwork has where it meets what is clear. Of each such colour it is known how
 * much of the artwork hangs together in it from there: that is what vanishes when a ground of that colour is put behind. White letters within a dark
 * label do not count, white letters on nothing do.
 *
 * @param clear the share of the area that nothing covers, 0 to 1
 * @param edges colours at the edges of artwork, those of most artwork first; at most {@value #MOST}
 */
public record Silhouette(double clear, List<Edge> edges) {

    /** A picture that covers all of its area. */
    public static final Silhouette NONE = new Silhouette(0, List.of());

    /** The most edge colours that are told apart. */
    static final int MOST = 12;

    /** Alpha, 0 to 255, from which on something is seen. */
    private static final int SEEN = 32;
    /** Steps of L*, a* and b* within which colours count as one. */
    private static final double STEP = 10;
    /** ΔE*ab up to which neighbouring artwork belongs to the colour at the edge. */
    private static final double SAME = 10;

    private static final double LEAST_SHARE = 0.005;

    /**
     * One of them.
     *
     * @param colour its mean
     * @param share of all visible artwork that hangs together in it, 0 to 1
     */
    public record Edge(Lab colour, double share) {}

    public Silhouette {
        edges = List.copyOf(edges);
    }

    /**
     * The share of the visible artwork that cannot be told from a ground.
     *
     * @param ground what is put behind
     * @param apart the ΔE2000 from which on it can
     */
    public double lostOn(Lab ground, double apart) {
        return edges.stream()
                .filter(edge -> edge.colour().differenceTo(ground) < apart)
                .mapToDouble(Edge::share)
                .sum();
    }

    /**
     * Looks at a picture.
     *
     * @param picture sRGB or grey, 8 bits
     */
    static Silhouette of(Pixels picture) {
        return picture.hasAlpha() ? new Tracer(picture).traced() : NONE;
    }

    private static final class Tracer {

        private final int width;
        private final int height;
        private final int bands;
        private final byte[] samples;
        private final int[] group;
        private final List<double[]> sums = new ArrayList<>();
        private final Map<Integer, Lab> colours = new HashMap<>();

        Tracer(Pixels picture) {
            width = picture.size().width();
            height = picture.size().height();
            bands = picture.bands();
            samples = picture.bytes();
            group = new int[width * height];
        }

        private int alpha(int i) {
            return samples[i * bands + bands - 1] & 0xff;
        }

        private Lab colour(int i) {
            int at = i * bands;
            int red = samples[at] & 0xff;
            int green = bands < 3 ? red : samples[at + 1] & 0xff;
            int blue = bands < 3 ? red : samples[at + 2] & 0xff;
            return colours.computeIfAbsent(red << 16 | green << 8 | blue, Tracer::lab);
        }

        static Lab lab(int rgb) {
            return SrgbLab.of(rgb);
        }

        Silhouette traced() {
            double seen = 0;
            double covered = 0;
            Map<String, Integer> groups = new HashMap<>();
            Deque<Integer> open = new ArrayDeque<>();
            for (int i = 0; i < group.length; i++) {
                int alpha = alpha(i);
                covered += alpha / 255.0;
                if (alpha < SEEN) {
                    continue;
                }
                seen += alpha / 255.0;
                if (meetsNothing(i)) {
                    Lab colour = colour(i);
                    String key = Math.round(colour.l() / STEP) + " " + Math.round(colour.a() / STEP) + " "
                            + Math.round(colour.b() / STEP);
                    int of = groups.computeIfAbsent(key, one -> groups.size() + 1);
                    if (of > sums.size()) {
                        sums.add(new double[4]);
                    }
                    take(i, of);
                    open.add(i);
                }
            }
            double clear = 1 - covered / group.length;
            if (open.isEmpty() || seen == 0) {
                return new Silhouette(clear, List.of());
            }
            List<Lab> seeds = sums.stream().map(Tracer::mean).toList();
            while (!open.isEmpty()) {
                int i = open.poll();
                for (int next : neighbours(i)) {
                    if (next >= 0
                            && group[next] == 0
                            && alpha(next) >= SEEN
                            && apart(colour(next), seeds.get(group[i] - 1)) < SAME) {
                        take(next, group[i]);
                        open.add(next);
                    }
                }
            }
            double all = seen;
            return new Silhouette(
                    clear,
                    sums.stream()
                            .map(sum -> new Edge(mean(sum), Math.min(1, sum[3] / all)))
                            .filter(edge -> edge.share() >= LEAST_SHARE)
                            .sorted(Comparator.comparingDouble(Edge::share).reversed())
                            .limit(MOST)
                            .toList());
        }

        private void take(int i, int of) {
            group[i] = of;
            double weight = alpha(i) / 255.0;
            Lab colour = colour(i);
            double[] sum = sums.get(of - 1);
            sum[0] += weight * colour.l();
            sum[1] += weight * colour.a();
            sum[2] += weight * colour.b();
            sum[3] += weight;
        }

        private static Lab mean(double[] sum) {
            return new Lab(sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]);
        }

        private static double apart(Lab one, Lab other) {
            double l = one.l() - other.l();
            double a = one.a() - other.a();
            double b = one.b() - other.b();
            return Math.sqrt(l * l + a * a + b * b);
        }

        private boolean meetsNothing(int i) {
            for (int next : neighbours(i)) {
                if (next >= 0 && alpha(next) < SEEN) {
                    return true;
                }
            }
            return false;
        }

        private int[] neighbours(int i) {
            int x = i % width;
            return new int[] {
                x > 0 ? i - 1 : -1,
                x < width - 1 ? i + 1 : -1,
                i >= width ? i - width : -1,
                i + width < group.length ? i + width : -1
            };
        }
    }
}
