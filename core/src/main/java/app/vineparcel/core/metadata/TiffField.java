package app.vineparcel.core.metadata;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * One field of a TIFF directory (TIFF 6.0, section 2).
 *
 * @param type 1 BYTE, 2 ASCII, 3 SHORT, 4 LONG, 5 RATIONAL, 6 to 12 their signed and floating kin, 13 IFD, 16 to 18 those of 64 bits in BigTIFF
 * @param count how many values
 * @param data the values, little-endian
 */
public record TiffField(int type, int count, byte[] data) {

    static final int ASCII = 2;
    private static final int BYTE = 1;
    private static final int SHORT = 3;
    private static final int LONG = 4;
    private static final int RATIONAL = 5;
    private static final int UNDEFINED = 7;
    /** Bytes a value and bytes a part of it, which is what byte order turns round. */
    private static final int[] SIZES = {0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8, 4, 0, 0, 8, 8, 8};

    private static final int[] PARTS = {0, 1, 1, 2, 4, 4, 1, 1, 2, 4, 4, 4, 8, 4, 0, 0, 8, 8, 8};

    /** Bytes of one value of a type; 0 for an unknown type. */
    static int size(int type) {
        return type > 0 && type < SIZES.length ? SIZES[type] : 0;
    }

    /** A text; what is not ASCII goes in as UTF-8, as everybody reads it today. */
    public static TiffField ascii(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return new TiffField(ASCII, bytes.length + 1, Arrays.copyOf(bytes, bytes.length + 1));
    }

    /** Whole numbers of 16 bits. */
    public static TiffField shorts(int... values) {
        ByteBuffer data = little(2 * values.length);
        for (int value : values) {
            data.putShort((short) value);
        }
        return new TiffField(SHORT, values.length, data.array());
    }

    /** Whole numbers of 32 bits. */
    public static TiffField longs(long... values) {
        ByteBuffer data = little(4 * values.length);
        for (long value : values) {
            data.putInt((int) value);
        }
        return new TiffField(LONG, values.length, data.array());
    }

    /** A whole number as a fraction. */
    public static TiffField rational(long value) {
        return rationals(value, 1);
    }

    /** Fractions, each a numerator and a denominator. */
    public static TiffField rationals(long... parts) {
        return new TiffField(RATIONAL, parts.length / 2, longs(parts).data());
    }

    /** Bytes of no declared meaning, such as a profile. */
    public static TiffField undefined(byte[] bytes) {
        return new TiffField(UNDEFINED, bytes.length, bytes);
    }

    /** Bytes, such as an XMP packet. */
    public static TiffField bytes(byte[] bytes) {
        return new TiffField(BYTE, bytes.length, bytes);
    }

    /** The text of an ASCII field, up to its first zero. */
    public String text() {
        int end = 0;
        while (end < data.length && data[end] != 0) {
            end++;
        }
        return new String(data, 0, end, StandardCharsets.UTF_8).strip();
    }

    /** The values of a field of whole numbers; of signed types as they are, of others without a sign; none of another type. */
    public long[] numbers() {
        if (type == RATIONAL || type == 10 || type == 11 || type == 12) {
            return new long[0];
        }
        ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
        boolean signed = type == 6 || type == 8 || type == 9;
        long[] numbers = new long[count];
        for (int i = 0; i < count; i++) {
            numbers[i] = switch (SIZES[type]) {
                case 1 -> signed ? in.get(i) : in.get(i) & 0xff;
                case 2 -> signed ? in.getShort(2 * i) : in.getShort(2 * i) & 0xffff;
                case 4 -> signed ? in.getInt(4 * i) : in.getInt(4 * i) & 0xffffffffL;
                default -> in.getLong(8 * i);
            };
        }
        return numbers;
    }

    /** The values of a field of fractions; of whole numbers those. */
    public double[] fractions() {
        if (type != RATIONAL && type != 10) {
            return java.util.Arrays.stream(numbers()).asDoubleStream().toArray();
        }
        ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
        double[] fractions = new double[count];
        for (int i = 0; i < count; i++) {
            long above = type == RATIONAL ? in.getInt(8 * i) & 0xffffffffL : in.getInt(8 * i);
            long below = type == RATIONAL ? in.getInt(8 * i + 4) & 0xffffffffL : in.getInt(8 * i + 4);
            fractions[i] = below == 0 ? 0 : (double) above / below;
        }
        return fractions;
    }

    /** The values as they stand in a file of that byte order, turned to little-endian. */
    static TiffField read(int type, int count, ByteBuffer in) {
        byte[] data = new byte[count * size(type)];
        in.get(data);
        int part = PARTS[type];
        if (in.order() == ByteOrder.BIG_ENDIAN && part > 1) {
            for (int from = 0; from < data.length; from += part) {
                for (int low = from, high = from + part - 1; low < high; low++, high--) {
                    byte kept = data[low];
                    data[low] = data[high];
                    data[high] = kept;
                }
            }
        }
        return new TiffField(type, count, data);
    }

    static ByteBuffer little(int bytes) {
        return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof TiffField that
                && type == that.type
                && count == that.count
                && Arrays.equals(data, that.data);
    }

    @Override
    public int hashCode() {
        return 31 * type + Arrays.hashCode(data);
    }
}
