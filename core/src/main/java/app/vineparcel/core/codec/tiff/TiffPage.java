package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * One picture of a TIFF, as its directory describes it (TIFF 6.0, sections 2 to 7 and 14 to 23).
 *
 * @param size stored, px
 * @param bits of each sample of a pixel, 1 to 64
 * @param kind what the samples are
 * @param packing how chunks are packed
 * @param colours how samples mean colour
 * @param planar whether every sample has a plane of its own
 * @param chunks how the picture is cut up
 * @param predictor 1 none, 2 differences, 3 differences of floating-point bytes
 * @param extra what the samples behind the colours are: 0 not said, 1 associated alpha, 2 unassociated alpha
 * @param lowBitFirst whether the first pixel stands in the lowest bit of a byte
 * @param orientation how its rows lie
 * @param fields everything else
 */
public record TiffPage(
        PixelSize size,
        int[] bits,
        SampleKind kind,
        Packing packing,
        Photometric colours,
        boolean planar,
        Chunks chunks,
        int predictor,
        int[] extra,
        boolean lowBitFirst,
        Orientation orientation,
        TiffDirectory fields) {

    private static final int MOST_SAMPLES = 64;
    private static final int REDUCED = 1;
    private static final int MASK = 4;

    /** What samples are (tag 339). */
    enum SampleKind {
        UNSIGNED,
        SIGNED,
        FLOATING
    }

    /**
     * How a picture is cut up: into strips of all its width, or into tiles. Planes come one after the other.
     *
     * @param width of a chunk, px
     * @param height of a chunk, px; the last strip may have fewer rows, a tile never has
     * @param tiled whether they are tiles
     * @param offsets where each begins in the file
     * @param lengths bytes of each
     */
    record Chunks(int width, int height, boolean tiled, long[] offsets, long[] lengths) {}

    /**
     * Reads a description.
     *
     * @throws IOException with a reason in words if it contradicts itself or is of a kind that nobody reads
     */
    public static TiffPage of(TiffDirectory fields) throws IOException {
        int width = (int) Math.min(Integer.MAX_VALUE, number(fields, 256, 0));
        int height = (int) Math.min(Integer.MAX_VALUE, number(fields, 257, 0));
        if (width < 1 || height < 1) {
            throw new IOException("its directory gives no size.");
        }
        int samples = (int) number(fields, 277, 1);
        if (samples < 1 || samples > MOST_SAMPLES) {
            throw new IOException("it has %d samples a pixel; 1 to %d are read.".formatted(samples, MOST_SAMPLES));
        }
        return new TiffPage(
                new PixelSize(width, height),
                bits(fields, samples),
                kind((int) number(fields, 339, 1)),
                Packing.of((int) number(fields, 259, 1)),
                Photometric.of((int) number(fields, 262, samples >= 3 ? 2 : 1)),
                number(fields, 284, 1) == 2 && samples > 1,
                chunks(fields, width, height),
                (int) number(fields, 317, 1),
                Arrays.stream(fields.field(338).map(TiffField::numbers).orElse(new long[0]))
                        .mapToInt(code -> (int) code)
                        .toArray(),
                number(fields, 266, 1) == 2,
                Orientation.ofExif((int) number(fields, 274, 1)),
                fields);
    }

    private static int[] bits(TiffDirectory fields, int samples) {
        long[] given = fields.field(258).map(TiffField::numbers).orElse(new long[] {1});
        int[] bits = new int[samples];
        for (int i = 0; i < samples; i++) {
            bits[i] = (int) given[Math.min(i, given.length - 1)];
        }
        return bits;
    }

    private static SampleKind kind(int code) throws IOException {
        return switch (code) {
            case 1, 4 -> SampleKind.UNSIGNED;
            case 2 -> SampleKind.SIGNED;
            case 3 -> SampleKind.FLOATING;
            default -> throw new IOException("its samples are complex numbers, which are no colours.");
        };
    }

    private static Chunks chunks(TiffDirectory fields, int width, int height) {
        boolean tiled = fields.field(322).isPresent();
        long[] offsets = fields.field(tiled ? 324 : 273)
                .or(() -> fields.field(273))
                .map(TiffField::numbers)
                .orElse(new long[0]);
        long[] lengths = fields.field(tiled ? 325 : 279)
                .or(() -> fields.field(279))
                .map(TiffField::numbers)
                .orElse(new long[0]);
        long rows = number(fields, 278, height);
        return new Chunks(
                tiled ? (int) Math.min(Integer.MAX_VALUE, number(fields, 322, 0)) : width,
                (int) Math.min(
                        tiled ? Integer.MAX_VALUE : height, tiled ? number(fields, 323, 0) : rows < 1 ? height : rows),
                tiled,
                offsets,
                lengths);
    }

    /** Whether it is a picture for itself, and neither a smaller copy nor the mask of another. */
    public boolean isPicture() {
        return (number(fields, 254, 0) & (REDUCED | MASK)) == 0 && number(fields, 255, 1) != 2;
    }

    /** Whether all of its chunks end within so many bytes. */
    public boolean endsWithin(long fileSize) {
        for (int i = 0; i < Math.min(chunks.offsets().length, chunks.lengths().length); i++) {
            if (chunks.offsets()[i] + chunks.lengths()[i] > fileSize) {
                return false;
            }
        }
        return true;
    }

    /** Samples a pixel. */
    int samples() {
        return bits.length;
    }

    /** The bits of its deepest sample. */
    int depth() {
        return Arrays.stream(bits).max().orElse(1);
    }

    ByteOrder order() {
        return fields.order();
    }

    /** A whole number of a field, or what holds where it is not said. */
    static long number(TiffDirectory fields, int tag, long usual) {
        long[] numbers = fields.field(tag).map(TiffField::numbers).orElse(new long[0]);
        return numbers.length == 0 ? usual : numbers[0];
    }
}
