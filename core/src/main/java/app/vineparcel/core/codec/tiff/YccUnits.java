package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.metadata.TiffField;
import java.io.IOException;

/**
 * YCbCr that no JPEG packs (TIFF 6.0, section 21): units of several lightness samples and one of each colour difference, which is taken for all
 * pixels of the unit.
 */
final class YccUnits {

    private final int across;
    private final int down;
    private final double red;
    private final double green;
    private final double blue;
    private final double[] reference;

    YccUnits(TiffPage page) throws IOException {
        long[] sampling = page.fields().field(530).map(TiffField::numbers).orElse(new long[] {2, 2});
        double[] weights =
                page.fields().field(529).map(TiffField::fractions).orElse(new double[] {0.299, 0.587, 0.114});
        double[] levels =
                page.fields().field(532).map(TiffField::fractions).orElse(new double[] {0, 255, 128, 255, 128, 255});
        if (page.depth() != 8 || page.samples() != 3 || page.planar() || sampling.length < 2 || weights.length < 3) {
            throw new NotRead("TIFF of YCbCr in planes, with more samples or of other than 8 bits is not read.");
        }
        this.across = (int) sampling[0];
        this.down = (int) sampling[1];
        if (!isStep(across) || !isStep(down) || weights[1] == 0 || levels.length < 6) {
            throw new IOException("its YCbCr is described in a way that cannot be.");
        }
        this.red = weights[0];
        this.green = weights[1];
        this.blue = weights[2];
        this.reference = levels;
    }

    private static boolean isStep(int step) {
        return step == 1 || step == 2 || step == 4;
    }

    /** Bytes of a chunk of that many pixels. */
    int bytes(int width, int rows) {
        return Math.multiplyExact(
                Math.multiplyExact((width + across - 1) / across, (rows + down - 1) / down), across * down + 2);
    }

    /** The RGB of one row of a chunk, 0 to 255. */
    void row(byte[] chunk, int chunkWidth, int row, int count, int[] into) {
        int unit = across * down + 2;
        int unitsAcross = (chunkWidth + across - 1) / across;
        for (int x = 0; x < count; x++) {
            int at = (row / down * unitsAcross + x / across) * unit;
            double y = level(chunk[at + row % down * across + x % across], 0, 255);
            double cb = level(chunk[at + across * down], 2, 127);
            double cr = level(chunk[at + across * down + 1], 4, 127);
            double r = y + cr * (2 - 2 * red);
            double b = y + cb * (2 - 2 * blue);
            into[3 * x] = rounded(r);
            into[3 * x + 1] = rounded((y - blue * b - red * r) / green);
            into[3 * x + 2] = rounded(b);
        }
    }

    private double level(byte code, int from, int scale) {
        double span = reference[from + 1] - reference[from];
        return ((code & 0xff) - reference[from]) * scale / (span == 0 ? 1 : span);
    }

    private static int rounded(double value) {
        return (int) Math.max(0, Math.min(255, Math.round(value)));
    }
}
