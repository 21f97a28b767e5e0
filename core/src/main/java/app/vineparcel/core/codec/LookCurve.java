package app.vineparcel.core.codec;

/**
 * How near pictures of a format usually come to their originals, by weight step: rows of a step and a score of up to 100, both rising.
 * It is where a search begins, and what weights are foretold from.
 */
public final class LookCurve {

    /** Of a format that has no weight step. */
    public static final LookCurve NONE = new LookCurve(new double[][] {{1, 0}, {100, 100}});

    /** JPEG, and what means the same by its quality, measured on a dozen photographs. */
    public static final LookCurve LIKE_JPEG = of(new double[][] {
        {1, -63}, {10, -9}, {20, 33}, {30, 50}, {50, 66}, {70, 75}, {80, 80}, {90, 87}, {95, 90}, {100, 94}
    });

    /** Palettes, dithered or not. */
    public static final LookCurve PALETTE =
            of(new double[][] {{2, -150}, {8, 0}, {16, 30}, {32, 50}, {64, 62}, {128, 72}, {256, 80}});

    private final double[][] rows;

    private LookCurve(double[][] rows) {
        this.rows = rows;
    }

    public static LookCurve of(double[][] rows) {
        return new LookCurve(rows);
    }

    /** The step at which pictures usually get a score; the last one where none does. */
    public int step(double score) {
        int row = 1;
        while (row < rows.length - 1 && rows[row][1] < score) {
            row++;
        }
        double[] below = rows[row - 1];
        double[] above = rows[row];
        double share = Math.max(0, Math.min(1, (score - below[1]) / (above[1] - below[1])));
        return (int) Math.ceil(below[0] + share * (above[0] - below[0]));
    }
}
