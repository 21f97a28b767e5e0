package app.vineparcel.core.metadata;

import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
    private static final int SUB_DIRECTORIES = 330;
    private static final int MOST_INNER = 100;
    private static final int ENTRY = 12;
    private static final int BIG_ENTRY = 20;
    private static final int MOST_FIELDS = 1000;
    private static final int LARGEST_FIELD = 16_000_000;
    private static final int DEEPEST = 3;

    private final TreeMap<Integer, TiffField> fields = new TreeMap<>();
    private final TreeMap<Integer, TiffDirectory> below = new TreeMap<>();
    private ByteOrder order = ByteOrder.LITTLE_ENDIAN;

    /** An empty directory. */
    public TiffDirectory() {}

    /** The first directory of a block; empty if it is damaged. Fields that point outside the block are left out. */
    public static Optional<TiffDirectory> read(ByteBuffer tiff) {
        try {
            TiffInput in = TiffInput.of(tiff);
            return in.begin() ? Optional.of(read(in, in.firstDirectory(), 0)) : Optional.empty();
        } catch (IOException
                | IndexOutOfBoundsException
                | BufferUnderflowException
                | IllegalArgumentException damaged) {
            return Optional.empty();
        }
    }

    /**
     * All directories of a TIFF or BigTIFF file, one for each of its pictures, in order; fewer where the chain is damaged or goes in a circle.
     *
     * @param most how many are read
     */
    public static List<TiffDirectory> all(FileChannel file, int most) throws IOException {
        List<TiffDirectory> found = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        try {
            TiffInput in = TiffInput.of(file);
            long next = in.begin() ? in.firstDirectory() : 0;
            while (next > 0 && found.size() < most && seen.add(next)) {
                found.add(read(in, next, 0));
                next = next(in, next);
            }
        } catch (IndexOutOfBoundsException | BufferUnderflowException | IllegalArgumentException damaged) {
            // the chain ends where it leads nowhere
        }
        return found;
    }

    /** The directories of the smaller or larger pictures that one of a file points to (TIFF technical note 1). */
    public List<TiffDirectory> inner(FileChannel file) throws IOException {
        List<TiffDirectory> found = new ArrayList<>();
        long[] places = field(SUB_DIRECTORIES).map(TiffField::numbers).orElse(new long[0]);
        try {
            TiffInput in = TiffInput.of(file);
            in.begin();
            for (int i = 0; i < Math.min(MOST_INNER, places.length); i++) {
                found.add(read(in, places[i], 0));
            }
        } catch (IndexOutOfBoundsException | BufferUnderflowException | IllegalArgumentException damaged) {
            // what cannot be followed is not there
        }
        return found;
    }

    private static long next(TiffInput in, long offset) throws IOException {
        if (in.isBig()) {
            return in.number64(offset + 8 + in.number64(offset) * BIG_ENTRY);
        }
        return in.number32(offset + 2 + (long) in.number16(offset) * ENTRY);
    }

    private static TiffDirectory read(TiffInput in, long offset, int depth) throws IOException {
        TiffDirectory directory = new TiffDirectory();
        directory.order = in.order();
        long count = in.isBig() ? in.number64(offset) : in.number16(offset);
        int head = in.isBig() ? 8 : 2;
        int size = in.isBig() ? BIG_ENTRY : ENTRY;
        for (int i = 0; i < Math.min(MOST_FIELDS, count); i++) {
            long entry = offset + head + (long) size * i;
            if (!in.holds(entry, size)) {
                break;
            }
            directory.readField(in, entry, depth);
        }
        return directory;
    }

    private void readField(TiffInput in, long entry, int depth) throws IOException {
        int tag = in.number16(entry);
        int type = in.number16(entry + 2);
        long count = in.isBig() ? in.number64(entry + 4) : in.number32(entry + 4);
        long value = entry + (in.isBig() ? 12 : 8);
        int room = in.isBig() ? 8 : 4;
        if (count <= 0 || count > LARGEST_FIELD || TiffField.size(type) == 0) {
            return;
        }
        long bytes = count * TiffField.size(type);
        if (bytes > LARGEST_FIELD) {
            return;
        }
        if (isPointer(tag)) {
            long to = TiffField.size(type) == 8 ? in.number64(value) : in.number32(value);
            if (depth < DEEPEST && to >= HEADER && in.holds(to, 2)) {
                below.put(tag, read(in, to, depth + 1));
            }
            return;
        }
        long at = bytes <= room ? value : in.isBig() ? in.number64(value) : in.number32(value);
        if (in.holds(at, bytes)) {
            fields.put(tag, TiffField.read(type, (int) count, in.at(at, (int) bytes)));
        }
    }

    /** The byte order of the file that it was read from; fields are little-endian whatever it is. */
    public ByteOrder order() {
        return order;
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

    /** The same without fields, here and below, whose values have more bytes. */
    public TiffDirectory withFieldsUpTo(int bytes) {
        TiffDirectory smaller = new TiffDirectory();
        fields.forEach((tag, field) -> {
            if (field.data().length <= bytes) {
                smaller.put(tag, field);
            }
        });
        below.forEach((pointer, directory) -> smaller.below.put(pointer, directory.withFieldsUpTo(bytes)));
        return smaller;
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
