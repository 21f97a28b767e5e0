package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.metadata.TiffField;
import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;

/** Levels of YCbCr other than 0 to 255 (tag ReferenceBlackWhite), which libraries that unpack JPEG leave aside. */
public final class YccLevels {

    private static final double[] FULL = {0, 255, 128, 255, 128, 255};

    private YccLevels() {}

    /** The picture as its levels mean it; the same where they are the usual ones. */
    public static Pixels applied(Pixels rgb, TiffPage page) {
        double[] levels = page.fields().field(532).map(TiffField::fractions).orElse(FULL);
        boolean usual = levels.length < 6 || Arrays.equals(levels, FULL) || levels[0] == 0 && levels[1] == 255;
        if (page.colours() != Photometric.YCBCR || usual || rgb.bands() != 3 || rgb.depth() != 8) {
            return rgb;
        }
        byte[] from = rgb.bytes();
        byte[] to = new byte[from.length];
        for (int i = 0; i < from.length; i += 3) {
            int r = from[i] & 0xff;
            int g = from[i + 1] & 0xff;
            int b = from[i + 2] & 0xff;
            double y = 0.299 * r + 0.587 * g + 0.114 * b;
            double cb = (b - y) / 1.772;
            double cr = (r - y) / 1.402;
            y = (y - levels[0]) * 255 / (levels[1] - levels[0]);
            cb = (cb + 128 - levels[2]) * 127 / (levels[3] - levels[2]);
            cr = (cr + 128 - levels[4]) * 127 / (levels[5] - levels[4]);
            to[i] = rounded(y + 1.402 * cr);
            to[i + 1] = rounded(y - 0.344136 * cb - 0.714136 * cr);
            to[i + 2] = rounded(y + 1.772 * cb);
        }
        return Pixels.of8(rgb.size(), 3, false, to);
    }

    private static byte rounded(double value) {
        return (byte) Math.max(0, Math.min(255, Math.round(value)));
    }
}
