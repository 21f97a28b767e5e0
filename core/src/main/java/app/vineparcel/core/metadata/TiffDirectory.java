package app.vineparcel.core.metadata;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A directory of a TIFF or of an EXIF block, which is one (TIFF 6.0; Exif 2.32, 4.6): fields by their tags and the directories below it. Only
 * the first picture's directory is read, so a thumbnail never comes along.
 */
public final class TiffDirectory {

    /** Pointers to the directories below. */
    public static final int EXIF = 0x8769;

    public static final int GPS = 0x8825;
    private static final int INTEROPERABILITY = 0xa005;
    private static final int HEADER = 8;
    private static final int ENTRY = 12;
    private static final int MOST_FIELDS = 1000;
    private static final int LARGEST_FIELD = 16_000_000;
    private static final int DEEPEST = 3;

    private final TreeMap<Integer, TiffField> fields = new TreeMap<>();
    private final TreeMap<Integer, TiffDirectory> below = new TreeMap<>();

    /** An empty directory. */
    public TiffDirectory() {}

    /** The first directory of a block; empty if it is damaged. Fields that point outside the block are left out. */
    public static Optional<TiffDirectory> read(ByteBuffer tiff) {
        try {
            ByteBuffer in = tiff.duplicate();
            byte first = in.get(0);
            in.order(first == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
            boolean marked = (first == 'I' || first == 'M') && in.get(1) == first && in.getShort(2) == 42;
            return marked ? Optional.of(read(in, in.getInt(4), 0)) : Optional.empty();
        } catch (IndexOutOfBoundsException | BufferUnderflowException | IllegalArgumentException damaged) {
            return Optional.empty();
        }
    }

    private static TiffDirectory read(ByteBuffer in, int offset, int depth) {
        TiffDirectory directory = new TiffDirectory();
        int count = Math.min(MOST_FIELDS, in.getShort(offset) & 0xffff);
        for (int i = 0; i < count; i++) {
            int entry = offset + 2 + ENTRY * i;
            if (entry + ENTRY > in.limit()) {
                break;
            }
            directory.readField(in, entry, depth);
        }
        return directory;
    }

    private void readField(ByteBuffer in, int entry, int depth) {
        int tag = in.getShort(entry) & 0xffff;
        int type = in.getShort(entry + 2) & 0xffff;
        long count = in.getInt(entry + 4) & 0xffffffffL;
        long bytes = count * TiffField.size(type);
        if (bytes == 0 || bytes > LARGEST_FIELD) {
            return;
        }
        long at = bytes <= 4 ? entry + 8 : in.getInt(entry + 8) & 0xffffffffL;
        if (isPointer(tag)) {
            long to = in.getInt(entry + 8) & 0xffffffffL;
            if (depth < DEEPEST && to >= HEADER && to + 2 <= in.limit()) {
                below.put(tag, read(in, (int) to, depth + 1));
            }
        } else if (at + bytes <= in.limit()) {
            ByteBuffer values = in.duplicate().order(in.order());
            values.position((int) at);
            fields.put(tag, TiffField.read(type, (int) count, values));
        }
    }

    private static boolean isPointer(int tag) {
        return tag == EXIF || tag == GPS || tag == INTEROPERABILITY;
    }

    /** A field. */
    public Optional<TiffField> field(int tag) {
        return Optional.ofNullable(fields.get(tag));
    }

    /** All fields by tag, in order. Not a copy. */
    public Map<Integer, TiffField> fields() {
        return fields;
    }

    /** Sets a field. */
    public TiffDirectory put(int tag, TiffField field) {
        fields.put(tag, field);
        return this;
    }

    /** The directory under a pointer. */
    public Optional<TiffDirectory> below(int pointer) {
        return Optional.ofNullable(below.get(pointer));
    }

    /** The directory under a pointer, made where it is missing. */
    public TiffDirectory belowOrNew(int pointer) {
        return below.computeIfAbsent(pointer, key -> new TiffDirectory());
    }

    /** Takes the directory under a pointer out. */
    public void dropBelow(int pointer) {
        below.remove(pointer);
    }

    /** Whether it says nothing. */
    public boolean isEmpty() {
        return fields.isEmpty() && below.values().stream().allMatch(TiffDirectory::isEmpty);
    }

    /** A whole block: header, this directory, what lies below it. Little-endian. */
    public byte[] toBlock() {
        byte[] directory = toBytes(HEADER);
        return TiffField.little(HEADER + directory.length)
                .put((byte) 'I')
                .put((byte) 'I')
                .putShort((short) 42)
                .putInt(HEADER)
                .put(directory)
                .array();
    }

    /**
     * The directory alone, with the values and directories that it points to behind it. Little-endian.
     *
     * @param offset where in the file it will stand; even
     */
    public byte[] toBytes(int offset) {
        TreeMap<Integer, TiffField> all = new TreeMap<>(fields);
        below.forEach((pointer, directory) -> {
            if (!directory.isEmpty()) {
                all.put(pointer, TiffField.longs(0));
            }
        });
        int table = 2 + ENTRY * all.size() + 4;
        ByteBuffer entries = TiffField.little(table).putShort((short) all.size());
        java.io.ByteArrayOutputStream behind = new java.io.ByteArrayOutputStream();
        all.forEach((tag, field) -> {
            int next = offset + table + behind.size();
            entries.putShort((short) (int) tag).putShort((short) field.type()).putInt(field.count());
            if (isPointer(tag)) {
                entries.putInt(next);
                behind.writeBytes(below.get(tag).toBytes(next));
            } else if (field.data().length <= 4) {
                entries.put(java.util.Arrays.copyOf(field.data(), 4));
            } else {
                entries.putInt(next);
                behind.writeBytes(field.data());
                if ((field.data().length & 1) == 1) {
                    behind.write(0);
                }
            }
        });
        entries.putInt(0);
        return TiffField.little(table + behind.size())
                .put(entries.array())
                .put(behind.toByteArray())
                .array();
    }
}
