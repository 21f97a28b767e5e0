package app.vineparcel.core.measure;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;

/**
 * What a picture's lightness is like from near.
 *
 * @param smooth the share of the area where lightness rises gently and evenly, 0 to 1: there a palette shows as bands
 * @param sharpEdge the long edge, px, up to which its edges are as steep as its size allows; larger, it has no more to show
 * @param lookedAt the long edge, px, at which it was looked at; beyond it nothing is known
 */
public record FineStructure(double smooth, int sharpEdge, int lookedAt) {

    private static final int FIELD = 16;
    /** Mean deviation, in codes of 8 bits, from an even rise. */
    private static final double EVEN = 0.9;
    /** Codes that an even rise covers across a field. */
    private static final double LEAST_RISE = 1.5;

    private static final double MOST_RISE = 40;
    private static final int EDGE_FIELD = 12;
    /** Codes of 8 bits that a marked edge rises. */
    private static final float MARKED = 48;
    /** The share of the fields with marked edges that tell. */
    private static final double SHARPEST = 0.05;

    private static final int FEWEST_EDGES = 12;
    /** The steepest step of an edge that is two pixels wide, over its height. */
    private static final double TWO_PIXELS = 0.5;

    /**
     * Looks at a picture.
     *
     * @param picture sRGB or grey, 8 bits, without alpha
     */
    static FineStructure of(Pixels picture) {
        float[] grey = grey(picture);
        PixelSize size = picture.size();
        return new FineStructure(smooth(grey, size), sharp(grey, size), size.longEdge());
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

    private static double smooth(float[] grey, PixelSize size) {
        int width = size.width();
        int across = width / FIELD;
        int down = size.height() / FIELD;
        int even = 0;
        int fields = 0;
        for (int y = 0; y < down; y++) {
            for (int x = y % 2; x < across; x += 2) {
                fields++;
                even += rises(grey, y * FIELD * width + x * FIELD, width) ? 1 : 0;
            }
        }
        return fields == 0 ? 0 : even / (double) fields;
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

    /**
     * The size at which the sharpest edges would be two pixels wide. An edge is as wide as its height over its steepest step; of all fields with a
     * marked edge the sharpest few tell, since a picture may be blurred behind its subject.
     */
    private static int sharp(float[] grey, PixelSize size) {
        int width = size.width();
        int height = size.height();
        float[] steepness = new float[Math.max(1, (width / EDGE_FIELD) * (height / EDGE_FIELD))];
        int count = 0;
        for (int y = 0; y + EDGE_FIELD < height; y += EDGE_FIELD) {
            for (int x = 0; x + EDGE_FIELD < width; x += 2 * EDGE_FIELD) {
                float found = steepness(grey, y * width + x, width);
                if (found > 0 && count < steepness.length) {
                    steepness[count++] = found;
                }
            }
        }
        int edge = size.longEdge();
        if (count < FEWEST_EDGES) {
            return edge; // nothing on it could be sharp
        }
        Arrays.sort(steepness, 0, count);
        double sharpest = steepness[(int) (count * (1 - SHARPEST))];
        return (int) Math.round(edge * Math.min(1, sharpest / TWO_PIXELS));
    }

    /**
     * The steepest step of a field over the height of the edge that it belongs to, which reaches as far as the codes rise or fall without a turn
     * (P. Marziliano and others, "A no-reference perceptual blur metric", 2002); 0 without a marked edge.
     */
    private static float steepness(float[] grey, int at, int width) {
        float step = 0;
        int where = at;
        int along = 1;
        for (int y = 0; y < EDGE_FIELD; y++) {
            for (int x = 0; x < EDGE_FIELD; x++) {
                int i = at + y * width + x;
                float across = Math.abs(grey[i + 1] - grey[i]);
                float down = Math.abs(grey[i + width] - grey[i]);
                if (Math.max(across, down) > step) {
                    step = Math.max(across, down);
                    where = i;
                    along = across > down ? 1 : width;
                }
            }
        }
        float sign = Math.signum(grey[where + along] - grey[where]);
        int first = where;
        while (first - along >= 0 && sign * (grey[first] - grey[first - along]) > 0) {
            first -= along;
        }
        int last = where + along;
        while (last + along < grey.length && sign * (grey[last + along] - grey[last]) > 0) {
            last += along;
        }
        float height = Math.abs(grey[last] - grey[first]);
        return height < MARKED ? 0 : step / height;
    }
}
