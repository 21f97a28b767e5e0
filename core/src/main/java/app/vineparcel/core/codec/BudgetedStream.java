package app.vineparcel.core.codec;

import app.vineparcel.core.WorkBudget;
import javax.imageio.stream.ImageInputStreamImpl;

/**
 * A file in memory as libraries of the Image I/O kind read it. Every read is charged to the {@link WorkBudget}, so that a reader which goes in
 * circles ends, and so does one that goes on reading behind the end.
 */
public final class BudgetedStream extends ImageInputStreamImpl {

    private static final int MOST_BEHIND_THE_END = 10_000;
    private static final int READS_A_CHECK = 1024;

    private final byte[] content;
    private int reads;
    private int behindTheEnd;

    public BudgetedStream(byte[] content) {
        this.content = content;
    }

    @Override
    public int read() {
        checkBit();
        if (isAtEnd()) {
            return -1;
        }
        return content[(int) streamPos++] & 0xff;
    }

    @Override
    public int read(byte[] into, int from, int count) {
        checkBit();
        if (isAtEnd()) {
            return -1;
        }
        int found = (int) Math.min(count, content.length - streamPos);
        System.arraycopy(content, (int) streamPos, into, from, found);
        streamPos += found;
        return found;
    }

    private void checkBit() {
        bitOffset = 0;
        if (++reads % READS_A_CHECK == 0) {
            WorkBudget.check();
        }
    }

    private boolean isAtEnd() {
        if (streamPos < content.length) {
            return false;
        }
        if (++behindTheEnd > MOST_BEHIND_THE_END) {
            throw new ArrayIndexOutOfBoundsException("read behind the end again and again");
        }
        return true;
    }

    @Override
    public long length() {
        return content.length;
    }
}
