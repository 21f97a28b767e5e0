package app.vineparcel.core.geometry;

import java.awt.Shape;
import java.awt.geom.FlatteningPathIterator;
import java.awt.geom.Line2D;
import java.awt.geom.PathIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Estimates how often an outline crosses itself, by looking at a fixed sample of pairs of its lines. Working out the area within costs time and
 * memory for every crossing.
 */
public final class Crossings {

    /** More than this takes minutes and gigabytes to work out. */
    public static final double MOST = 2_000_000;

    private static final int FEW = 2_000;
    private static final int SAMPLES = 4_000;
    private static final double FLATNESS_SHARE = 1e-3;
    private static final int LIMIT = 4;
    private static final long SEED = 7;

    private Crossings() {}

    /** About how many crossings; 0 for an outline of few lines. The same outline gives the same number. */
    public static double of(Shape outline) {
        double extent =
                Math.max(outline.getBounds2D().getWidth(), outline.getBounds2D().getHeight());
        double[][] lines = lines(outline, Math.max(1e-9, extent * FLATNESS_SHARE));
        if (lines.length < FEW) {
            return 0;
        }
        SplittableRandom pairs = new SplittableRandom(SEED);
        int crossing = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double[] a = lines[pairs.nextInt(lines.length)];
            double[] b = lines[pairs.nextInt(lines.length)];
            crossing += a != b && Line2D.linesIntersect(a[0], a[1], a[2], a[3], b[0], b[1], b[2], b[3]) ? 1 : 0;
        }
        return (double) crossing / SAMPLES * lines.length * lines.length / 2;
    }

    private static double[][] lines(Shape outline, double flatness) {
        List<double[]> lines = new ArrayList<>();
        double[] at = new double[6];
        double[] from = new double[2];
        for (PathIterator path = new FlatteningPathIterator(outline.getPathIterator(null), flatness, LIMIT);
                !path.isDone();
                path.next()) {
            if (path.currentSegment(at) == PathIterator.SEG_LINETO) {
                lines.add(new double[] {from[0], from[1], at[0], at[1]});
            }
            from[0] = at[0];
            from[1] = at[1];
        }
        return lines.toArray(double[][]::new);
    }
}
