package app.vineparcel.core.geometry;

import java.awt.Shape;
import java.awt.geom.PathIterator;

/** How many dashes a line falls into. */
public final class DashCount {

    /** More than this cannot be told apart on any picture, and take minutes to work out. */
    public static final double MOST = 1_000_000;

    private DashCount() {}

    /**
     * An upper estimate: curves count as the polygon of their control points.
     *
     * @param dashes lengths of dashes and gaps in the units of the line; all zero means no dashes
     */
    public static double of(Shape line, float[] dashes) {
        double period = 0;
        for (float dash : dashes) {
            period += Math.max(0, dash);
        }
        if (!(period > 0)) {
            return 0;
        }
        return length(line) / period * dashes.length;
    }

    private static double length(Shape line) {
        double[] at = new double[6];
        double x = 0;
        double y = 0;
        double startX = 0;
        double startY = 0;
        double sum = 0;
        for (PathIterator path = line.getPathIterator(null); !path.isDone(); path.next()) {
            int kind = path.currentSegment(at);
            int points = kind == PathIterator.SEG_CUBICTO ? 3 : kind == PathIterator.SEG_QUADTO ? 2 : 1;
            if (kind == PathIterator.SEG_MOVETO) {
                startX = at[0];
                startY = at[1];
            } else if (kind == PathIterator.SEG_CLOSE) {
                sum += Math.hypot(startX - x, startY - y);
                at[0] = startX;
                at[1] = startY;
            } else {
                double fromX = x;
                double fromY = y;
                for (int i = 0; i < points; i++) {
                    sum += Math.hypot(at[2 * i] - fromX, at[2 * i + 1] - fromY);
                    fromX = at[2 * i];
                    fromY = at[2 * i + 1];
                }
            }
            x = at[2 * points - 2];
            y = at[2 * points - 1];
        }
        return sum;
    }
}
