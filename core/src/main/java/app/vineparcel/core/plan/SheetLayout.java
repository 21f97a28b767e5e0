package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.util.ArrayList;
import java.util.List;

/**
 * Lays pieces beside each other. Every piece stands in a cell, in the middle of it, and keeps its size.
 *
 * @param columns how many cells a row has; at least 1
 * @param gap between the cells, CSS px
 * @param margin around all of them, CSS px
 */
public record SheetLayout(int columns, double gap, double margin) {

    public SheetLayout {
        if (columns < 1 || !(gap >= 0 && margin >= 0)) {
            throw new IllegalArgumentException("a layout has at least one column, and no gap or margin below 0");
        }
    }

    /**
     * Where everything goes.
     *
     * @param size of the sheet
     * @param places in the order of the pieces
     */
    public record Arrangement(Extent size, List<Box> places) {}

    /** One row. */
    public static SheetLayout row(int pieces, double gap, double margin) {
        return new SheetLayout(Math.max(1, pieces), gap, margin);
    }

    /** One column. */
    public static SheetLayout column(double gap, double margin) {
        return new SheetLayout(1, gap, margin);
    }

    /** A grid as nearly square as the number allows. */
    public static SheetLayout grid(int pieces, double gap, double margin) {
        return new SheetLayout((int) Math.max(1, Math.ceil(Math.sqrt(pieces))), gap, margin);
    }

    /** Lays pieces of these sizes; at least one. A column is as wide as its widest piece, a row as high as its highest. */
    public Arrangement lay(List<Extent> pieces) {
        int across = Math.min(columns, pieces.size());
        int down = (pieces.size() + across - 1) / across;
        double[] widths = new double[across];
        double[] heights = new double[down];
        for (int i = 0; i < pieces.size(); i++) {
            widths[i % across] = Math.max(widths[i % across], pieces.get(i).width());
            heights[i / across] = Math.max(heights[i / across], pieces.get(i).height());
        }
        List<Box> places = new ArrayList<>();
        for (int i = 0; i < pieces.size(); i++) {
            Extent piece = pieces.get(i);
            double left = before(widths, i % across) + (widths[i % across] - piece.width()) / 2;
            double top = before(heights, i / across) + (heights[i / across] - piece.height()) / 2;
            places.add(new Box(left, top, piece.width(), piece.height()));
        }
        return new Arrangement(
                new Extent(before(widths, across) - gap + margin, before(heights, down) - gap + margin), places);
    }

    private double before(double[] lengths, int count) {
        double sum = margin;
        for (int i = 0; i < count; i++) {
            sum += lengths[i] + gap;
        }
        return sum;
    }
}
