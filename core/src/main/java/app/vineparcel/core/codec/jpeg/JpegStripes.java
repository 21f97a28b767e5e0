package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.WorkBudget;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;

/**
 * One baseline JPEG of stripes that were encoded each by itself in whatever codes: their symbols are counted, and written once more in the codes that
 * suit them all best. That gives the bytes that the library gives when it measures the whole picture first, but every stripe can be made and forgotten
 * while it is near, and the library never holds all coefficients.
 */
final class JpegStripes {

    private static final int DHT = 0xc4;
    private static final int SOF0 = 0xc0;

    private JpegStripes() {}

    /**
     * Puts stripes together.
     *
     * @param stripes from the top, all but the last as high as a multiple of a unit of the scan
     * @param height of the picture, px
     */
    static byte[] joined(List<JpegStripe> stripes, int height) throws IOException {
        long[][] frequencies = new long[StripeHead.TABLES][StripeHead.SYMBOLS];
        int[] before = new int[stripes.get(0).components()];
        stripes.forEach(stripe -> stripe.count(before, frequencies));
        OtherCodes codes = new OtherCodes(frequencies);
        CodedBits out = new CodedBits(bits(frequencies, codes));
        java.util.Arrays.fill(before, 0);
        for (JpegStripe stripe : stripes) {
            WorkBudget.check();
            stripe.write(before, codes, out);
        }
        return out.file(head(stripes.get(0), height, codes));
    }

    /** How many bits the scan will have. */
    private static long bits(long[][] frequencies, OtherCodes codes) {
        long bits = 0;
        for (int table = 0; table < StripeHead.TABLES; table++) {
            for (int symbol = 0; symbol < StripeHead.SYMBOLS; symbol++) {
                int length = OptimalCode.length(codes.code(table).word(symbol));
                bits += frequencies[table][symbol] * (length + (symbol & 15));
            }
        }
        return bits;
    }

    /** The first stripe's markers, with the whole height and the new codes. */
    private static byte[] head(JpegStripe first, int height, OtherCodes codes) throws IOException {
        byte[] own = first.head();
        JpegSegments segments = JpegSegments.read(new ByteArrayInputStream(own));
        ByteArrayOutputStream head = new ByteArrayOutputStream(own.length);
        head.write(0xff);
        head.write(0xd8);
        int at = 2;
        for (JpegSegments.Segment segment : segments.all()) {
            byte[] data = segment.data().clone();
            at += data.length + 4;
            if (segment.marker() == SOF0) {
                data[1] = (byte) (height >> 8);
                data[2] = (byte) height;
            }
            if (segment.marker() == DHT) {
                byte[] table =
                        codes.code((data[0] >> 4 & 1) * 2 + (data[0] & 1)).table();
                byte kind = data[0];
                data = new byte[table.length + 1];
                data[0] = kind;
                System.arraycopy(table, 0, data, 1, table.length);
            }
            new JpegSegments.Segment(segment.marker(), data).write(head);
        }
        head.write(own, at, own.length - at);
        return head.toByteArray();
    }
}
