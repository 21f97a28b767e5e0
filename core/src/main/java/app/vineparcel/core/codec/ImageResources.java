package app.vineparcel.core.codec;

import app.vineparcel.core.WorkBudget;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/** The image resource block in which JPEG files carry IPTC-IIM: “8BIM”, a number, a name, a length and the data, each padded to even. */
public final class ImageResources {

    private static final int IPTC = 0x0404;
    private static final byte[] MARK = "8BIM".getBytes(StandardCharsets.US_ASCII);

    private ImageResources() {}

    /** The IPTC datasets in a block; empty where there are none or the block is damaged. */
    public static Optional<byte[]> iptc(byte[] block) {
        ByteBuffer in = ByteBuffer.wrap(block);
        while (in.remaining() >= 12) {
            WorkBudget.check();
            byte[] mark = new byte[4];
            in.get(mark);
            int number = in.getShort() & 0xffff;
            int name = in.get() & 0xff;
            int skip = name + (name & 1 ^ 1);
            if (!Arrays.equals(mark, MARK) || skip + 4 > in.remaining()) {
                return Optional.empty();
            }
            in.position(in.position() + skip);
            int length = in.getInt();
            if (length < 0 || length > in.remaining()) {
                return Optional.empty();
            }
            if (number == IPTC) {
                byte[] data = new byte[length];
                in.get(data);
                return Optional.of(data);
            }
            in.position(Math.min(in.limit(), in.position() + length + (length & 1)));
        }
        return Optional.empty();
    }

    /** A block with nothing but IPTC datasets. */
    public static byte[] ofIptc(byte[] iptc) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(MARK);
        out.writeBytes(new byte[] {IPTC >> 8, IPTC & 0xff, 0, 0});
        out.writeBytes(ByteBuffer.allocate(4).putInt(iptc.length).array());
        out.writeBytes(iptc);
        if ((iptc.length & 1) == 1) {
            out.write(0);
        }
        return out.toByteArray();
    }
}
