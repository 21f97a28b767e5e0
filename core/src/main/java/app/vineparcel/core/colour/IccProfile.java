package app.vineparcel.core.colour;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * An ICC profile for pictures, version 2 or 4 (ICC.1:2022): its bytes, name and colour model, and, where it is built from
 * curves and a matrix, the {@link LinearSpace} it describes.
 */
public final class IccProfile {

    private static final int HEADER = 128;
    private static final int MOST_TAGS = 200;

    private final byte[] bytes;
    private final ColourModel model;
    private final Map<String, byte[]> tags;

    private IccProfile(byte[] bytes, ColourModel model, Map<String, byte[]> tags) {
        this.bytes = bytes;
        this.model = model;
        this.tags = tags;
    }

    /**
     * Reads a profile.
     *
     * @throws BadProfileException if it is cut short, is none, or is for something other than grey, RGB or CMYK pictures
     */
    public static IccProfile read(byte[] bytes) throws BadProfileException {
        if (bytes.length < HEADER + 4) {
            throw new BadProfileException("it has " + bytes.length + " bytes, too few for a header");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (!"acsp".equals(four(bytes, 36))) {
            throw new BadProfileException("it lacks the mark of an ICC profile");
        }
        int size = in.getInt(0);
        if (size < HEADER + 4 || size > bytes.length) {
            throw new BadProfileException("it says it has " + size + " bytes but has " + bytes.length);
        }
        byte[] exact = Arrays.copyOf(bytes, size);
        return new IccProfile(exact, model(four(bytes, 16)), tags(ByteBuffer.wrap(exact)));
    }

    static IccProfile builtIn(byte[] bytes) {
        try {
            return read(bytes);
        } catch (BadProfileException e) {
            throw new IllegalStateException(e);
        }
    }

    private static ColourModel model(String signature) throws BadProfileException {
        for (ColourModel model : ColourModel.values()) {
            if (model.signature().equals(signature)) {
                return model;
            }
        }
        throw new BadProfileException(
                "its colours are “" + signature.strip() + "”; only grey, RGB and CMYK can be used");
    }

    private static Map<String, byte[]> tags(ByteBuffer in) throws BadProfileException {
        int count = in.getInt(HEADER);
        if (count < 1 || count > MOST_TAGS || HEADER + 4 + 12L * count > in.capacity()) {
            throw new BadProfileException("its table of " + count + " tags cannot be true");
        }
        Map<String, byte[]> tags = new HashMap<>();
        for (int i = 0; i < count; i++) {
            int entry = HEADER + 4 + 12 * i;
            int offset = in.getInt(entry + 4);
            int length = in.getInt(entry + 8);
            if (offset < HEADER || length < 8 || (long) offset + length > in.capacity()) {
                throw new BadProfileException("its tag “" + four(in.array(), entry) + "” points outside the profile");
            }
            tags.put(four(in.array(), entry), Arrays.copyOfRange(in.array(), offset, offset + length));
        }
        return tags;
    }

    /** The profile's bytes, as they are embedded. A copy. */
    public byte[] bytes() {
        return bytes.clone();
    }

    public ColourModel model() {
        return model;
    }

    /** Its name as it says itself, or “unnamed profile”. */
    public String title() {
        byte[] tag = tags.getOrDefault("desc", new byte[0]);
        String text = "";
        if (tag.length >= 28 && "mluc".equals(four(tag, 0))) {
            ByteBuffer in = ByteBuffer.wrap(tag);
            int length = in.getInt(20);
            int offset = in.getInt(24);
            if (offset >= 16 && length >= 0 && (long) offset + length <= tag.length) {
                text = new String(tag, offset, length, StandardCharsets.UTF_16BE);
            }
        } else if (tag.length > 12 && "desc".equals(four(tag, 0))) {
            int length = ByteBuffer.wrap(tag).getInt(8);
            if (length > 0 && 12L + length <= tag.length) {
                text = new String(tag, 12, length, StandardCharsets.US_ASCII);
            }
        }
        String clean = text.replaceAll("\\p{Cntrl}", "").strip();
        return clean.isEmpty() ? "unnamed profile" : clean;
    }

    /** Whether colours can be converted to it: it has curves and a matrix, or tables towards the device. */
    public boolean canBeTarget() {
        return tags.containsKey("B2A0")
                || tags.containsKey("B2A1")
                || linearSpace().isPresent();
    }

    /**
     * XYZ of the medium's white under D50, Y = 1 for a perfect one. Displays of version 2 said their own white here without adapting it;
     * they count as D50, as in version 4.
     */
    public double[] mediaWhite() {
        boolean oldDisplay = bytes[8] < 4 && "mntr".equals(four(bytes, 12));
        byte[] tag = tags.getOrDefault("wtpt", new byte[0]);
        return oldDisplay || tag.length < 20 ? WhitePoint.d50() : xyz("wtpt");
    }

    /**
     * The profile for the JDK's colour engine, which knows one intent only: the tables of the asked intent stand in the places of the
     * perceptual and the relative ones, and the class is that of an output device, for which the engine takes the relative intent.
     */
    byte[] forEngine(RenderingIntent intent) {
        byte[] copy = bytes.clone();
        System.arraycopy("prtr".getBytes(StandardCharsets.US_ASCII), 0, copy, 12, 4);
        ByteBuffer in = ByteBuffer.wrap(copy);
        for (String direction : List.of("A2B", "B2A")) {
            int chosen = entry(in, direction + intent.table());
            int from = chosen >= 0 ? chosen : entry(in, direction + 0);
            for (int place = 0; place < 2; place++) {
                int to = entry(in, direction + place);
                if (from >= 0 && to >= 0) {
                    System.arraycopy(copy, from + 4, copy, to + 4, 8);
                }
            }
        }
        return copy;
    }

    private static int entry(ByteBuffer in, String tag) {
        for (int i = 0; i < in.getInt(HEADER); i++) {
            int entry = HEADER + 4 + 12 * i;
            if (tag.equals(four(in.array(), entry))) {
                return entry;
            }
        }
        return -1;
    }

    /** The space of a matrix or grey profile; empty where the profile works by tables (CMYK, LUT). */
    public Optional<LinearSpace> linearSpace() {
        try {
            if (model == ColourModel.GREY && tags.containsKey("kTRC")) {
                return Optional.of(LinearSpace.grey(curve("kTRC")));
            }
            boolean matrix = model == ColourModel.RGB
                    && tags.keySet().containsAll(List.of("rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"))
                    && !tags.containsKey("A2B0");
            if (!matrix || !"XYZ ".equals(four(bytes, 20))) {
                return Optional.empty();
            }
            double[] red = xyz("rXYZ");
            double[] green = xyz("gXYZ");
            double[] blue = xyz("bXYZ");
            Matrix colorants = Matrix.ofRows(
                    new double[] {red[0], green[0], blue[0]},
                    new double[] {red[1], green[1], blue[1]},
                    new double[] {red[2], green[2], blue[2]});
            return Optional.of(
                    LinearSpace.ofColorants(colorants, List.of(curve("rTRC"), curve("gTRC"), curve("bTRC"))));
        } catch (IllegalArgumentException | java.nio.BufferUnderflowException | IndexOutOfBoundsException unusable) {
            return Optional.empty();
        }
    }

    private double[] xyz(String tag) {
        ByteBuffer in = ByteBuffer.wrap(tags.get(tag), 8, 12);
        return new double[] {in.getInt() / 65536.0, in.getInt() / 65536.0, in.getInt() / 65536.0};
    }

    private TransferCurve curve(String tag) {
        byte[] data = tags.get(tag);
        ByteBuffer in = ByteBuffer.wrap(data);
        return switch (four(data, 0)) {
            case "para" -> parametric(in.getShort(8), in.position(12));
            case "curv" -> sampled(in.getInt(8), in.position(12));
            default -> throw new IllegalArgumentException("not a curve");
        };
    }

    private static TransferCurve sampled(int count, ByteBuffer in) {
        if (count < 0) {
            throw new IllegalArgumentException("a curve of fewer than no values");
        }
        if (count == 0) {
            return TransferCurve.LINEAR;
        }
        if (count == 1) {
            return new PowerCurve((in.getShort() & 0xffff) / 256.0);
        }
        double[] samples = new double[Math.min(count, in.remaining() / 2)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (in.getShort() & 0xffff) / 65535.0;
        }
        return new SampledCurve(samples);
    }

    /** The function types of ICC.1:2022, 10.18, table 68. */
    private static TransferCurve parametric(int type, ByteBuffer in) {
        double g = fixed(in);
        return switch (type) {
            case 0 -> new PowerCurve(g);
            case 1 -> {
                double a = fixed(in);
                double b = fixed(in);
                yield new SegmentedCurve(g, a, b, 0, -b / a);
            }
            case 2 -> {
                double a = fixed(in);
                double b = fixed(in);
                double c = fixed(in);
                yield new SegmentedCurve(g, a, b, 0, -b / a, c, c);
            }
            case 3 -> new SegmentedCurve(g, fixed(in), fixed(in), fixed(in), fixed(in));
            case 4 -> new SegmentedCurve(g, fixed(in), fixed(in), fixed(in), fixed(in), fixed(in), fixed(in));
            default -> throw new IllegalArgumentException("an unknown kind of curve");
        };
    }

    private static double fixed(ByteBuffer in) {
        return in.getInt() / 65536.0;
    }

    private static String four(byte[] bytes, int offset) {
        return new String(bytes, offset, 4, StandardCharsets.ISO_8859_1);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof IccProfile that && Arrays.equals(bytes, that.bytes);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(bytes);
    }

    @Override
    public String toString() {
        return title();
    }
}
