package app.vineparcel.core.deliver.bucket;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** So many bytes of a stream and no more. */
final class Stretch extends FilterInputStream {

    private long left;

    Stretch(InputStream in, long length) {
        super(in);
        this.left = length;
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
        if (left <= 0) {
            return -1;
        }
        int count = super.read(into, from, (int) Math.min(length, left));
        left -= Math.max(0, count);
        return count;
    }

    @Override
    public boolean markSupported() {
        return false;
    }
}
