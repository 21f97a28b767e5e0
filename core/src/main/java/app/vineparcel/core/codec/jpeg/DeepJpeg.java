package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Unpacks JPEG of 12 bits a sample in Huffman code, at once or in passes (ITU-T T.81, extended and progressive DCT), of one or three
 * components in any sampling.
 */
public final class DeepJpeg {

    private static final int BASELINE = 0xc0;
    private static final int EXTENDED = 0xc1;
    private static final int PROGRESSIVE = 0xc2;
    /** More passes than any encoder makes for three components of 12 bits. */
    private static final int MOST_SCANS = 500;

    private static final long MOST_PIXELS = 100_000_000;

    private final byte[] file;
    private final int[][] quantisers = new int[4][];
    private final HuffmanCode[] firsts = new HuffmanCode[4];
    private final HuffmanCode[] others = new HuffmanCode[4];
    private final List<Component> components = new ArrayList<>();
    private Component.Frame frame = new Component.Frame(1, 1, 1, 1);
    private int bits;
    private boolean progressive;
    private int restart;

    private DeepJpeg(byte[] file) {
        this.file = file;
    }

    /**
     * The picture: one band of grey or three as they are stored, 16-bit samples scaled from the file's own.
     *
     * @param file a whole JPEG file
     * @throws NotRead if its kind or its size goes beyond what is done here
     * @throws IOException with a reason in words if it is damaged or ends too soon
     */
    public static Pixels decode(byte[] file) throws IOException {
        return new DeepJpeg(file).decoded();
    }

    private Pixels decoded() throws IOException {
        int at = 2;
        int scans = 0;
        while (true) {
            int marker = 0;
            while (marker == 0 || marker == 0xff || marker >= 0xd0 && marker <= 0xd8) {
                while (at + 3 < file.length && file[at] != (byte) 0xff) {
                    at++;
                }
                if (at + 3 >= file.length && (at + 1 >= file.length || file[at + 1] != (byte) 0xd9)) {
                    throw new IOException("it ends before its picture does.");
                }
                marker = file[++at] & 0xff;
            }
            at++;
            if (marker == 0xd9) {
                return pixels();
            }
            int end = at + number(at, 2);
            if (end > file.length) {
                throw new IOException("it ends before its picture does.");
            }
            if (end < at + 2) {
                throw new IOException("one of its segments has no length.");
            }
            at += 2;
            switch (marker) {
                case 0xdb -> quantisers(at, end);
                case 0xc4 -> codes(at, end);
                case 0xdd -> restart = number(at, 2);
                case BASELINE, EXTENDED, PROGRESSIVE -> frame(marker, at, end);
                case 0xda -> {
                    if (++scans > MOST_SCANS) {
                        throw new NotRead("JPEG of more than %d passes is not read.".formatted(MOST_SCANS));
                    }
                    end = scan(at, end);
                }
                default -> {
                    // says nothing about the samples
                }
            }
            at = end;
        }
    }

    private int number(int at, int bytes) throws IOException {
        int value = 0;
        for (int i = 0; i < bytes; i++) {
            if (at + i >= file.length) {
                throw new IOException("it ends before its picture does.");
            }
            value = value << 8 | file[at + i] & 0xff;
        }
        return value;
    }

    private void quantisers(int from, int end) throws IOException {
        int at = from;
        while (at < end) {
            int head = number(at++, 1);
            int bytes = head >> 4 == 0 ? 1 : 2;
            int[] table = new int[64];
            for (int i = 0; i < 64; i++, at += bytes) {
                table[ScanDecoder.NATURAL[i]] = number(at, bytes);
            }
            quantisers[head & 3] = table;
        }
    }

    private void codes(int from, int end) throws IOException {
        int at = from;
        while (at < end) {
            int head = number(at++, 1);
            int[] counts = new int[16];
            int all = 0;
            for (int i = 0; i < 16; i++) {
                counts[i] = number(at++, 1);
                all += counts[i];
            }
            if (all > 256 || at + all > end) {
                throw new IOException("one of its code tables goes beyond its end.");
            }
            HuffmanCode code = new HuffmanCode(counts, Arrays.copyOfRange(file, at, at + all));
            (head >> 4 == 0 ? firsts : others)[head & 3] = code;
            at += all;
        }
    }

    private void frame(int marker, int at, int end) throws IOException {
        int count = number(at + 5, 1);
        if (!components.isEmpty() || count != 1 && count != 3 || end < at + 6 + 3 * count) {
            throw new NotRead("JPEG of 12 bits a sample in %d components is not read; 1 or 3 are.".formatted(count));
        }
        progressive = marker == PROGRESSIVE;
        bits = number(at, 1);
        PixelSize size = new PixelSize(number(at + 3, 2), number(at + 1, 2));
        int mostAcross = 1;
        int mostDown = 1;
        if (size.pixels() > MOST_PIXELS) {
            throw new NotRead(
                    "JPEG of 12 bits a sample is read up to %d megapixels.".formatted(MOST_PIXELS / 1_000_000));
        }
        for (int i = 0; i < count; i++) {
            int factors = number(at + 7 + 3 * i, 1);
            if (factors >> 4 < 1 || factors >> 4 > 4 || (factors & 15) < 1 || (factors & 15) > 4) {
                throw new IOException("its sampling factors are not between 1 and 4.");
            }
            mostAcross = Math.max(mostAcross, factors >> 4);
            mostDown = Math.max(mostDown, factors & 15);
        }
        frame = new Component.Frame(size.width(), size.height(), mostAcross, mostDown);
        for (int i = 0; i < count; i++) {
            int part = at + 6 + 3 * i;
            int factors = number(part + 1, 1);
            components.add(new Component(number(part, 1), factors >> 4, factors & 15, number(part + 2, 1) & 3, frame));
        }
    }

    /** Reads a scan and says where its data ends. */
    private int scan(int at, int end) throws IOException {
        int count = number(at, 1);
        if (count < 1 || count > components.size() || at + 4 + 2 * count > end) {
            throw new IOException("one of its scans names components that are not there.");
        }
        int tail = at + 1 + 2 * count;
        ScanDecoder.Pass pass = progressive
                ? new ScanDecoder.Pass(
                        true, number(tail, 1), number(tail + 1, 1), number(tail + 2, 1) >> 4, number(tail + 2, 1) & 15)
                : new ScanDecoder.Pass(false, 0, 63, 0, 0);
        if (pass.from() > pass.to() || pass.to() > 63 || pass.from() > 0 && count > 1 || pass.low() > 13) {
            throw new IOException("one of its scans is not as a pass has to be.");
        }
        List<ScanDecoder.Part> parts = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int id = number(at + 1 + 2 * i, 1);
            int tables = number(at + 2 + 2 * i, 1);
            Component component = components.stream()
                    .filter(c -> c.id == id)
                    .findFirst()
                    .orElseThrow(() -> new IOException("one of its scans names a component that is not there."));
            HuffmanCode first = firsts[tables >> 4 & 3];
            HuffmanCode other = others[tables & 3];
            boolean codeless = pass.from() == 0 ? first == null && pass.high() == 0 : other == null;
            if (codeless || !progressive && other == null) {
                throw new IOException("one of its code tables is missing.");
            }
            parts.add(new ScanDecoder.Part(component, first, other));
        }
        ScanBits scanned = new ScanBits(file, end);
        new ScanDecoder(parts, pass, scanned).decode(frame, restart);
        return scanned.position();
    }

    private Pixels pixels() throws IOException {
        if (components.isEmpty()) {
            throw new IOException("it has no frame header.");
        }
        int most = (1 << bits) - 1;
        for (Component component : components) {
            int[] table = quantisers[component.table];
            if (table == null) {
                throw new IOException("one of its quantisation tables is missing.");
            }
            component.transform(table, most);
        }
        int bands = components.size();
        PixelSize size = new PixelSize(frame.width(), frame.height());
        short[] samples = new short[Math.toIntExact(size.pixels() * bands)];
        double scale = 65535.0 / most;
        int i = 0;
        for (int y = 0; y < size.height(); y++) {
            for (int x = 0; x < size.width(); x++) {
                for (Component component : components) {
                    samples[i++] = (short) Math.round(component.at(x, y, frame) * scale);
                }
            }
        }
        return Pixels.of16(size, bands, false, samples);
    }
}
