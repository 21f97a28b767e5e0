package app.vineparcel.core.codec;

import java.util.Optional;

/**
 * What the weight of a format's files is predicted from. The numbers are medians, measured on photographs; {@code ./parcel bench weights} says how far
 * predictions are off.
 *
 * @param coder whose lines of {@code weights.tsv} hold; empty where pixels are not packed
 * @param bits a pixel that a photograph takes at a long edge of 2048 px
 * @param thinning whether smaller renditions, which hold more detail a pixel, take more bits a pixel
 * @param colour what colour in more detail adds, 1 for none
 * @param drawn what flat colours and outlines weigh against photographs
 * @param detail how it spends bits on fine detail
 * @param effort milliseconds of one core that a megapixel takes to encode
 */
public record Weighing(
        Optional<String> coder,
        double bits,
        boolean thinning,
        double colour,
        double drawn,
        FineDetail detail,
        double effort) {

    private static final double DRAWN_LOSSY = 0.5;
    private static final double DRAWN_LOSSLESS = 0.038;
    private static final double DRAWN_PALETTE = 0.15;

    /** How fine detail, such as sharpening adds, is coded. */
    public enum FineDetail {
        /** By blocks of frequencies. */
        BLOCKS,
        /** By what is left after a prediction, with loss. */
        FORETOLD,
        /** All of it. */
        KEPT
    }

    /** With loss, by blocks or prediction. */
    public static Weighing lossy(String coder, double bits, FineDetail detail, double effort) {
        return new Weighing(Optional.of(coder), bits, true, 1, DRAWN_LOSSY, detail, effort);
    }

    /** Without loss. */
    public static Weighing lossless(String coder, double bits, double effort) {
        return new Weighing(Optional.of(coder), bits, false, 1, DRAWN_LOSSLESS, FineDetail.KEPT, effort);
    }

    /** With a palette. */
    public static Weighing palette(String coder, double bits, double effort) {
        return new Weighing(Optional.of(coder), bits, false, 1, DRAWN_PALETTE, FineDetail.KEPT, effort);
    }

    /** The same with colour in more detail. */
    public Weighing withColour(double more) {
        return new Weighing(coder, bits, thinning, more, drawn, detail, effort);
    }

    /**
     * On the straight lines between measured points.
     *
     * @param points quality or colours, and bits a pixel, rising
     */
    public static double between(double[][] points, int at) {
        int above = 1;
        while (above < points.length - 1 && points[above][0] < at) {
            above++;
        }
        double[] low = points[above - 1];
        double[] high = points[above];
        return low[1] + (at - low[0]) / (high[0] - low[0]) * (high[1] - low[1]);
    }
}
