package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;

/**
 * What a picture's lightness is like from near.
 *
 * @param smooth the share of the area where lightness rises gently and evenly, 0 to 1: there a palette shows as bands
 * @param sharpEdge the long edge, px, up to which its edges are as steep as its size allows; larger, it has no more to show
 */
public record FineStructure(double smooth, int sharpEdge) {

    private static final int FIELD = 16;
    /** Mean deviation, in codes of 8 bits, from an even rise. */
    private static final double EVEN = 0.9;
    /** Codes that an even rise covers across a field. */
    private static final double LEAST_RISE = 1.5;

    private static final double MOST_RISE = 40;
    /** Of this share of the pixels the steepest are looked at. */
    private static final double STEEPEST = 0.003;

    private static final double AS_STEEP = 0.72;
    private static final int LEVELS = 5;
    private static final int LEAST_EDGE = 64;
    /** Rises of fewer codes are no edges. */
    private static final double LEAST_EDGE_RISE = 8;

    /**
     * Looks at a picture.
     *
     * @param picture sRGB or grey, 8 bits, without alpha
     */
    static FineStructure of(Pixels picture) {
        return new FineStructure(smooth(picture), sharp(picture));
    }

    private static float[] grey(Pixels picture) {
        byte[] samples = picture.bytes();
        int bands = picture.bands();
        float[] grey = new float[samples.length / bands];
        for (int i = 0; i < grey.length; i++) {
            int red = samples[i * bands] & 0xff;
            grey[i] = bands < 3
                    ? red
                    : 0.2126f * red
                            + 0.7152f * (samples[i * bands + 1] & 0xff)
                            + 0.0722f * (samples[i * bands + 2] & 0xff);
        }
        return grey;
    }

    private static double smooth(Pixels picture) {
        float[] grey = grey(picture);
        int width = picture.size().width();
        int across = width / FIELD;
        int down = picture.size().height() / FIELD;
        int even = 0;
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                even += rises(grey, y * FIELD * width + x * FIELD, width) ? 1 : 0;
            }
        }
        return across * down == 0 ? 0 : even / (double) (across * down);
    }

    /** Whether a plane through a field fits it closely and is tilted a little. */
    private static boolean rises(float[] grey, int at, int width) {
        double mean = 0;
        double tiltX = 0;
        double tiltY = 0;
        double middle = (FIELD - 1) / 2.0;
        for (int y = 0; y < FIELD; y++) {
            for (int x = 0; x < FIELD; x++) {
                float value = grey[at + y * width + x];
                mean += value;
                tiltX += value * (x - middle);
                tiltY += value * (y - middle);
            }
        }
        int count = FIELD * FIELD;
        double squares = count * (FIELD * FIELD - 1) / 12.0;
        mean /= count;
        tiltX /= squares;
        tiltY /= squares;
        double rise = Math.hypot(tiltX, tiltY) * FIELD;
        if (rise < LEAST_RISE || rise > MOST_RISE) {
            return false;
        }
        double apart = 0;
        for (int y = 0; y < FIELD; y++) {
            for (int x = 0; x < FIELD; x++) {
                apart += Math.abs(grey[at + y * width + x] - mean - tiltX * (x - middle) - tiltY * (y - middle));
            }
        }
        return apart / count < EVEN;
    }

    /** Halves the picture as long as its steepest edges become steeper by it. */
    private static int sharp(Pixels picture) {
        double[] steepest = new double[LEVELS];
        int[] edges = new int[LEVELS];
        int levels = 0;
        Pixels level = picture;
        while (levels < LEVELS && level.size().longEdge() >= LEAST_EDGE) {
            steepest[levels] = steepest(level);
            edges[levels++] = level.size().longEdge();
            level = CodingCost.halved(level);
        }
        double most = 0;
        for (double one : steepest) {
            most = Math.max(most, one);
        }
        if (most < LEAST_EDGE_RISE) {
            return picture.size().longEdge(); // nothing on it could be sharp
        }
        int at = 0;
        while (at < levels - 1 && steepest[at] < AS_STEEP * most) {
            at++;
        }
        return edges[at];
    }

    private static double steepest(Pixels picture) {
        float[] grey = grey(picture);
        int width = picture.size().width();
        int height = picture.size().height();
        float[] rises = new float[Math.max(1, (width - 1) * (height - 1))];
        int count = 0;
        for (int y = 0; y < height - 1; y++) {
            for (int x = 0; x < width - 1; x++) {
                int i = y * width + x;
                rises[count++] = Math.max(Math.abs(grey[i + 1] - grey[i]), Math.abs(grey[i + width] - grey[i]));
            }
        }
        Arrays.sort(rises, 0, count);
        return count == 0 ? 0 : rises[(int) Math.max(0, count - 1 - count * STEEPEST)];
    }
}
