package app.vineparcel.core.raster;

import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;

/**
 * Suggests the point that a crop should keep.
 *
 * <p>On a picture of about 160 px, three maps are made, each scaled to a mean of 1: <em>contrast</em>, how far a pixel's lightness is from the
 * mean of its wider surroundings; <em>edges</em>, the gradient of lightness; <em>colour</em>, how far its a*b* are from the picture's mean
 * a*b*. Their sum, weighed down towards the rim, is blurred by a twelfth of the long edge, so that it answers to things and not to dots. The
 * suggestion is the centre of gravity of what lies above 55 % of its peak.
 */
public final class Saliency {

    /** The long edge, px, of the picture it wants to see. */
    public static final int EDGE = 160;

    private static final double SURROUNDINGS = EDGE / 6.0;
    private static final double THINGS = EDGE / 12.0;
    private static final double PEAK = 0.55;
    private static final double RIM = 0.35;
    private static final int PASSES = 3;

    private final int width;
    private final int height;
    private final float[] things;
    private final float[] l;
    private final float[] a;
    private final float[] b;

    private Saliency(LinearImage picture, LinearSpace space) {
        width = picture.size().width();
        height = picture.size().height();
        l = new float[width * height];
        a = new float[l.length];
        b = new float[l.length];
        double[] light = new double[space.bands()];
        for (int i = 0; i < l.length; i++) {
            for (int band = 0; band < light.length; band++) {
                light[band] = Math.max(0, Math.min(1, picture.value(i % width, i / width, band)));
            }
            Lab lab = Lab.ofXyz(space.toXyz().times(light));
            l[i] = (float) lab.l();
            a[i] = (float) lab.a();
            b[i] = (float) lab.b();
        }
        things = things();
    }

    /**
     * Looks for what matters.
     *
     * @param small about {@link #EDGE} px long, grey or RGB
     */
    public static Saliency of(LinearImage small, LinearSpace space) {
        return new Saliency(small, space);
    }

    /** How much each pixel matters, rows from the top; of any range from 0. Not a copy. */
    public float[] map() {
        return things;
    }

    /** The size of the map. */
    public PixelSize size() {
        return new PixelSize(width, height);
    }

    /** The size of the picture that it wants to see. */
    public static PixelSize wanted(PixelSize whole) {
        double scale = Math.min(1, EDGE / (double) whole.longEdge());
        return new PixelSize((int) Math.max(1, Math.round(whole.width() * scale)), (int)
                Math.max(1, Math.round(whole.height() * scale)));
    }

    private float[] things() {
        float[] sum = new float[l.length];
        addScaled(contrast(), sum);
        addScaled(edges(), sum);
        addScaled(colour(), sum);
        for (int i = 0; i < sum.length; i++) {
            sum[i] *= centred(i);
        }
        return blurred(sum, THINGS);
    }

    /** The suggested focal point; the middle where nothing stands out. */
    public FocalPoint focus() {
        float most = 0;
        for (float value : things) {
            most = Math.max(most, value);
        }
        double weight = 0;
        double x = 0;
        double y = 0;
        for (int i = 0; i < things.length; i++) {
            double over = things[i] - PEAK * most;
            if (over > 0) {
                weight += over;
                x += over * (i % width + 0.5);
                y += over * (i / width + 0.5);
            }
        }
        return weight > 0 ? new FocalPoint(x / weight / width, y / weight / height) : FocalPoint.CENTRE;
    }

    private float centred(int i) {
        double dx = (i % width + 0.5) / width * 2 - 1;
        double dy = (double) (i / width * 2 + 1) / height - 1;
        return (float) (1 - (1 - RIM) * Math.min(1, (dx * dx + dy * dy) / 2));
    }

    private float[] contrast() {
        float[] mean = blurred(l, SURROUNDINGS);
        float[] map = new float[l.length];
        for (int i = 0; i < map.length; i++) {
            map[i] = Math.abs(l[i] - mean[i]);
        }
        return map;
    }

    private float[] edges() {
        float[] map = new float[l.length];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                float across = at(l, x + 1, y) - at(l, x - 1, y);
                float down = at(l, x, y + 1) - at(l, x, y - 1);
                map[y * width + x] = (float) Math.sqrt(across * across + down * down);
            }
        }
        return map;
    }

    private float[] colour() {
        double meanA = 0;
        double meanB = 0;
        for (int i = 0; i < a.length; i++) {
            meanA += a[i] / (double) a.length;
            meanB += b[i] / (double) b.length;
        }
        float[] map = new float[a.length];
        for (int i = 0; i < map.length; i++) {
            map[i] = (float) Math.hypot(a[i] - meanA, b[i] - meanB);
        }
        return map;
    }

    private static void addScaled(float[] map, float[] sum) {
        double mean = 0;
        for (float value : map) {
            mean += value / (double) map.length;
        }
        if (mean > 0.05) {
            for (int i = 0; i < map.length; i++) {
                sum[i] += (float) (map[i] / mean);
            }
        }
    }

    /**
     * Three box filters after each other, which together are a Gaussian to within some 3 % (W. M. Wells, "Efficient synthesis of Gaussian filters
     * by cascaded uniform filters", 1986) and take as long for a wide one as for a narrow one. Beyond the edges the outermost values go on.
     */
    private float[] blurred(float[] map, double sigma) {
        int reach = (int) Math.round((Math.sqrt(4 * sigma * sigma + 1) - 1) / 2);
        float[] blurred = map.clone();
        float[] line = new float[Math.max(width, height)];
        for (int pass = 0; pass < PASSES; pass++) {
            for (int y = 0; y < height; y++) {
                box(blurred, y * width, 1, width, reach, line);
            }
            for (int x = 0; x < width; x++) {
                box(blurred, x, width, height, reach, line);
            }
        }
        return blurred;
    }

    /** The mean of so many values on each side, along a row or a column. */
    private static void box(float[] map, int first, int step, int count, int reach, float[] line) {
        for (int i = 0; i < count; i++) {
            line[i] = map[first + i * step];
        }
        double sum = 0;
        for (int i = -reach; i <= reach; i++) {
            sum += line[Math.max(0, Math.min(count - 1, i))];
        }
        for (int i = 0; i < count; i++) {
            map[first + i * step] = (float) (sum / (2 * reach + 1));
            sum += line[Math.min(count - 1, i + reach + 1)] - line[Math.max(0, i - reach)];
        }
    }

    private float at(float[] map, int x, int y) {
        return map[Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x))];
    }
}
