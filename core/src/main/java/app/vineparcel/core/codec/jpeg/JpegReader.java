package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/**
 * Reads JPEG: grey, RGB, YCbCr, CMYK and YCCK. An engine unpacks the pixels; here is what the markers say about them. Adobe's CMYK counts
 * paper instead of ink and is turned round.
 */
public final class JpegReader implements PictureReader {

    private static final int PROGRESSIVE = 0xc2;
    private static final int PROGRESSIVE_ARITHMETIC = 0xca;
    /** The end of the picture is looked for in so many bytes: some programs write others behind it. */
    private static final int TAIL = 1 << 16;

    private final JpegEngine engine;

    public JpegReader(JpegEngine engine) {
        this.engine = engine;
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        byte[] frame = readable(JpegSegments.read(file)).data();
        int height = (frame[1] & 0xff) << 8 | frame[2] & 0xff;
        int width = (frame[3] & 0xff) << 8 | frame[4] & 0xff;
        if (width == 0 || height == 0) {
            throw new IOException("its header gives no size.");
        }
        return new PixelSize(width, height);
    }

    /** The frame header, if it is of a kind that is read. */
    private static JpegSegments.Segment readable(JpegSegments segments) throws IOException {
        JpegSegments.Segment frame = segments.frame()
                .filter(f -> f.data().length >= 6)
                .orElseThrow(() -> new IOException("it has no frame header."));
        int bits = frame.data()[0] & 0xff;
        if (frame.marker() == 0xc3 || frame.marker() == 0xcb) {
            throw new NotRead("Lossless JPEG is not read.");
        }
        if (bits != 8 && bits != 12 || bits == 12 && frame.marker() > PROGRESSIVE) {
            throw new NotRead("JPEG of %d bits a sample%s is not read."
                    .formatted(bits, frame.marker() > PROGRESSIVE ? " in arithmetic code" : ""));
        }
        if (frame.marker() >= 0xc5 && frame.marker() <= 0xc7 || frame.marker() >= 0xcd) {
            throw new NotRead("Hierarchical JPEG is not read.");
        }
        int components = frame.data()[5];
        if (components != 1 && components != 3 && components != 4) {
            throw new NotRead("JPEG of %d components is not read; 1, 3 or 4 are.".formatted(components));
        }
        return frame;
    }

    @Override
    public boolean seemsWhole(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            long from = Math.max(0, channel.size() - TAIL);
            ByteBuffer tail = ByteBuffer.allocate((int) (channel.size() - from));
            while (tail.hasRemaining() && channel.read(tail, from + tail.position()) >= 0) {
                // until it is full or the file ends
            }
            byte[] bytes = tail.array();
            for (int i = bytes.length - 2; i >= 0; i--) {
                if (bytes[i] == (byte) 0xff && bytes[i + 1] == (byte) 0xd9) {
                    return true;
                }
            }
            return from > 0 && channel.size() > 64L * TAIL;
        }
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return JpegBlocks.in(file);
    }

    @Override
    public Decoded read(Path file) throws IOException {
        return read(file, Integer.MAX_VALUE);
    }

    @Override
    public Decoded read(Path file, int leastEdge) throws IOException {
        JpegSegments segments = JpegSegments.read(file);
        JpegSegments.Segment header = readable(segments);
        if (header.data()[0] == 12) {
            return deep(file, segments);
        }
        int frame = header.marker();
        JpegScans.requireFew(file, segments, size(file));
        JpegEngine.Unpacked unpacked = engine.decode(file, leastEdge);
        Pixels pixels = unpacked.pixels();
        if (pixels.bands() == 4 && segments.adobeTransform().isPresent()) {
            invert(pixels.bytes());
        }
        ColourModel model =
                switch (pixels.bands()) {
                    case 1 -> ColourModel.GREY;
                    case 3 -> ColourModel.RGB;
                    default -> ColourModel.CMYK;
                };
        return new Decoded(pixels, model).with(notices(unpacked, frame));
    }

    private static Decoded deep(Path file, JpegSegments segments) throws IOException {
        Pixels pixels = DeepJpeg.decode(Files.readAllBytes(file));
        if (pixels.bands() == 3 && segments.isYcc()) {
            YccToRgb.inPlace(pixels.shorts());
        }
        return Decoded.plain(pixels);
    }

    private static List<Notice> notices(JpegEngine.Unpacked unpacked, int frame) throws IOException {
        return switch (unpacked.flaw()) {
            case NONE -> List.of();
            case DAMAGED ->
                List.of(
                        Notice.caution(
                                "damaged-data",
                                "Its data is damaged in places, which may show as stripes or blocks. Copy it again from the original."));
            case CUT_SHORT -> {
                if (frame == PROGRESSIVE || frame == PROGRESSIVE_ARITHMETIC) {
                    yield List.of(
                            Notice.caution(
                                    CutShort.CODE,
                                    "The file is cut off: finer passes are missing and it looks coarse. Copy it again from the original."));
                }
                double share = share(unpacked.pixels());
                if (share < CutShort.LEAST) {
                    throw new IOException("it ends before its picture does.");
                }
                yield List.of(CutShort.notice(share));
            }
        };
    }

    /** The engine fills what is missing with one colour: rows at the end that are of one colour all along are not counted. */
    private static double share(Pixels pixels) {
        int row = pixels.size().width() * pixels.bands();
        byte[] bytes = pixels.bytes();
        int rows = pixels.size().height();
        byte[] plain = new byte[row];
        for (int i = 0; i < row; i++) {
            plain[i] = bytes[bytes.length - pixels.bands() + i % pixels.bands()];
        }
        while (rows > 0 && Arrays.equals(bytes, (rows - 1) * row, rows * row, plain, 0, row)) {
            rows--;
        }
        return rows / (double) pixels.size().height();
    }

    private static void invert(byte[] samples) {
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) ~samples[i];
        }
    }
}
