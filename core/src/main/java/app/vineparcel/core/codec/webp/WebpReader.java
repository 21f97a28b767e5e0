package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.BudgetedStream;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.LibraryReader;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.stream.ImageInputStream;

/**
 * Reads WebP, the first frame of one that moves. The library would turn colours into sRGB by the embedded profile; it does not get to see that,
 * so that the numbers stay as they are.
 */
public final class WebpReader extends LibraryReader {

    private static final int RIFF_HEADER = 12;
    private static final byte HAS_PROFILE = 0x20;

    public WebpReader() {
        super("webp", "com.twelvemonkeys.");
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return WebpBlocks.in(file);
    }

    @Override
    protected ImageInputStream open(Path file) throws IOException {
        byte[] webp = Files.readAllBytes(file);
        ByteBuffer in = ByteBuffer.wrap(webp).order(ByteOrder.LITTLE_ENDIAN);
        for (int at = RIFF_HEADER; at + 8 <= webp.length; ) {
            String type = new String(webp, at, 4, StandardCharsets.ISO_8859_1);
            long length = in.getInt(at + 4) & 0xffffffffL;
            if (type.equals("VP8X") && at + 8 < webp.length) {
                webp[at + 8] &= ~HAS_PROFILE;
            } else if (type.equals("ICCP")) {
                in.put(at, "JUNK".getBytes(StandardCharsets.ISO_8859_1));
            }
            long next = at + 8 + length + (length & 1);
            at = next > webp.length ? webp.length : (int) next;
        }
        return new BudgetedStream(webp);
    }
}
