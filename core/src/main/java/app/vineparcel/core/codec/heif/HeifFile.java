package app.vineparcel.core.codec.heif;

import app.vineparcel.core.Notice;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.CodePoints;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the boxes of a HEIF file (ISO/IEC 23008-12; AVIF is one) say of its main picture: size, turning, colours, EXIF and XMP. Pixels are
 * unpacked by others.
 */
public final class HeifFile {

    private static final int MOST_META = 16_000_000;
    private static final int MOST_BOXES = 100_000;
    private static final int DEEPEST = 8;
    /** Where an HEVC decoder's configuration says how deep luma is (ISO/IEC 14496-15, 8.3.3.1). */
    private static final int LUMA_DEPTH = 17;

    private final FileChannel file;
    private final Map<Integer, List<Integer>> propertiesOf = new HashMap<>();
    private final List<Box> properties = new ArrayList<>();
    private final Map<Integer, String> kinds = new HashMap<>();
    private final Map<Integer, long[]> places = new HashMap<>();
    private int main;
    private int boxes;
    private ByteBuffer itemData = ByteBuffer.allocate(0);

    private record Box(String type, ByteBuffer content) {}

    private HeifFile(FileChannel file) {
        this.file = file;
    }

    /**
     * What is known of a file.
     *
     * @param stored the main picture's size before it is turned, px
     * @param bits a sample; 0 where it is not said
     * @param orientation how its rows lie, by the boxes irot and imir
     * @param icc its profile, or one that says what its code points do
     * @param metadata EXIF and XMP
     * @param notices what is to be said of it
     */
    public record Facts(
            PixelSize stored,
            int bits,
            Orientation orientation,
            Optional<byte[]> icc,
            CarriedMetadata metadata,
            List<Notice> notices) {

        public EmbeddedBlocks blocks() {
            return new EmbeddedBlocks(icc, metadata, notices);
        }
    }

    /**
     * Reads the boxes.
     *
     * @throws IOException with a reason in words
     */
    public static Facts read(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path)) {
            return new HeifFile(channel).facts();
        } catch (IndexOutOfBoundsException
                | java.nio.BufferUnderflowException
                | IllegalArgumentException
                | ArithmeticException e) {
            throw new IOException("its boxes are damaged.", e);
        }
    }

    private Facts facts() throws IOException {
        boolean moves = false;
        ByteBuffer meta = null;
        long at = 0;
        while (at + 8 <= file.size() && ++boxes < MOST_BOXES) {
            ByteBuffer head = bytes(at, (int) Math.min(16, file.size() - at));
            long length = head.getInt() & 0xffffffffL;
            String type = four(head);
            int start = 8;
            if (length == 1) {
                length = head.getLong();
                start = 16;
            } else if (length == 0) {
                length = file.size() - at;
            }
            if (length < start || length > file.size() - at) {
                break;
            }
            if (type.equals("meta") && length < MOST_META) {
                meta = bytes(at + start, (int) length - start);
            }
            moves |= type.equals("moov");
            at += length;
        }
        if (meta == null) {
            throw new IOException(
                    moves ? "it is a film without a still picture." : "it ends before its picture begins.");
        }
        meta.getInt();
        each(meta, this::metaBox, 0);
        return facts(moves);
    }

    private Facts facts(boolean moves) throws IOException {
        PixelSize size = null;
        int bits = 0;
        Orientation orientation = Orientation.TOP_LEFT;
        Optional<byte[]> icc = Optional.empty();
        Optional<byte[]> coded = Optional.empty();
        List<Notice> notices = new ArrayList<>(EmbeddedBlocks.animated(moves));
        for (int index : propertiesOf.getOrDefault(main, List.of())) {
            Box property = index > 0 && index <= properties.size() ? properties.get(index - 1) : new Box("", itemData);
            ByteBuffer in = property.content().duplicate();
            switch (property.type()) {
                case "ispe" -> {
                    in.getInt();
                    size = new PixelSize(in.getInt(), in.getInt());
                }
                case "pixi" -> bits = in.get(5);
                case "hvcC" -> bits = bits == 0 ? 8 + (in.get(LUMA_DEPTH) & 7) : bits;
                case "irot" -> orientation = turned(orientation, in.get() & 3);
                case "imir" -> orientation = mirrored(orientation, in.get() & 1);
                case "colr" -> {
                    String kind = four(in);
                    if (kind.equals("nclx")) {
                        int primaries = in.getShort();
                        int transfer = in.getShort();
                        coded = CodePoints.profile(primaries, transfer);
                        if (!CodePoints.isKnown(primaries, transfer)) {
                            notices.add(
                                    Notice.caution(
                                            "unknown-colours",
                                            "Its colours are described in a way that is not read, such as for high dynamic range; they are taken for sRGB."));
                        }
                    } else {
                        icc = Optional.of(rest(in));
                    }
                }
                default -> {
                    // says nothing that matters here
                }
            }
        }
        if (size == null) {
            throw new IOException("its boxes give no size.");
        }
        return new Facts(size, bits, orientation, icc.isPresent() ? icc : coded, metadata(), notices);
    }

    /** Quarters against the clock (6.5.10). */
    private static Orientation turned(Orientation before, int quarters) {
        Orientation[] steps = {
            Orientation.TOP_LEFT, Orientation.LEFT_BOTTOM, Orientation.BOTTOM_RIGHT, Orientation.RIGHT_TOP
        };
        return before == Orientation.TOP_LEFT ? steps[quarters] : before;
    }

    /** Mirrored after it was turned (6.5.12): 0 top to bottom, 1 left to right. */
    private static Orientation mirrored(Orientation turned, int axis) {
        boolean sideways = axis == 1;
        return switch (turned) {
            case BOTTOM_RIGHT -> sideways ? Orientation.BOTTOM_LEFT : Orientation.TOP_RIGHT;
            case LEFT_BOTTOM -> sideways ? Orientation.RIGHT_BOTTOM : Orientation.LEFT_TOP;
            case RIGHT_TOP -> sideways ? Orientation.LEFT_TOP : Orientation.RIGHT_BOTTOM;
            default -> sideways ? Orientation.TOP_RIGHT : Orientation.BOTTOM_LEFT;
        };
    }

    private interface Visit {
        void box(Box box, int depth) throws IOException;
    }

    private void each(ByteBuffer in, Visit visit, int depth) throws IOException {
        if (depth > DEEPEST) {
            throw new IOException("its boxes are nested too deeply.");
        }
        while (in.remaining() >= 8 && ++boxes < MOST_BOXES) {
            int start = in.position();
            long length = in.getInt() & 0xffffffffL;
            String type = four(in);
            if (length == 1) {
                length = in.getLong();
            } else if (length == 0) {
                length = in.limit() - start;
            }
            int end = Math.toIntExact(start + length);
            ByteBuffer content = in.slice(in.position(), end - in.position());
            visit.box(new Box(type, content), depth + 1);
            in.position(end);
        }
    }

    private void metaBox(Box box, int depth) throws IOException {
        ByteBuffer in = box.content();
        switch (box.type()) {
            case "pitm" -> main = in.getInt() >>> 24 == 0 ? in.getShort() & 0xffff : in.getInt();
            case "iprp" -> each(in, this::metaBox, depth);
            case "ipco" -> each(in, (property, level) -> properties.add(property), depth);
            case "ipma" -> associations(in);
            case "iinf" -> {
                int version = in.getInt() >>> 24;
                in.position(in.position() + (version == 0 ? 2 : 4));
                each(in, this::item, depth);
            }
            case "iloc" -> locations(in);
            case "idat" -> itemData = in;
            default -> {
                // says nothing that matters here
            }
        }
    }

    private void associations(ByteBuffer in) {
        int head = in.getInt();
        boolean wide = (head & 1) == 1;
        int count = in.getInt();
        for (int i = 0; i < count; i++) {
            WorkBudget.check();
            int item = head >>> 24 == 0 ? in.getShort() & 0xffff : in.getInt();
            int own = in.get() & 0xff;
            List<Integer> indexes = new ArrayList<>();
            for (int j = 0; j < own; j++) {
                indexes.add(wide ? in.getShort() & 0x7fff : in.get() & 0x7f);
            }
            propertiesOf.putIfAbsent(item, indexes);
        }
    }

    private void item(Box box, int depth) {
        ByteBuffer in = box.content();
        int version = in.getInt() >>> 24;
        if (!box.type().equals("infe") || version < 2) {
            return;
        }
        int id = version == 2 ? in.getShort() & 0xffff : in.getInt();
        in.getShort();
        String type = four(in);
        String words = new String(rest(in), StandardCharsets.ISO_8859_1);
        kinds.put(id, type.equals("mime") && words.contains("application/rdf+xml") ? "xmp" : type);
    }

    private void locations(ByteBuffer in) {
        int version = in.getInt() >>> 24;
        int sizes = in.getShort();
        int offsetSize = sizes >> 12 & 15;
        int lengthSize = sizes >> 8 & 15;
        int baseSize = sizes >> 4 & 15;
        int indexSize = version > 0 ? sizes & 15 : 0;
        int count = version < 2 ? in.getShort() & 0xffff : in.getInt();
        for (int i = 0; i < count && in.remaining() > 0; i++) {
            int id = version < 2 ? in.getShort() & 0xffff : in.getInt();
            int method = version > 0 ? in.getShort() & 15 : 0;
            in.getShort();
            long base = number(in, baseSize);
            WorkBudget.check();
            int extents = in.getShort() & 0xffff;
            boolean empty = indexSize + offsetSize + lengthSize == 0;
            for (int j = 0; j < (empty ? Math.min(1, extents) : extents) && in.remaining() > 0; j++) {
                number(in, indexSize);
                long offset = base + number(in, offsetSize);
                places.putIfAbsent(id, new long[] {method, offset, number(in, lengthSize)});
            }
        }
    }

    private static long number(ByteBuffer in, int size) {
        return size == 4 ? in.getInt() & 0xffffffffL : size == 8 ? in.getLong() : 0;
    }

    private CarriedMetadata metadata() throws IOException {
        Optional<byte[]> exif = content("Exif");
        return new CarriedMetadata(
                exif.filter(block -> block.length > 8).flatMap(block -> {
                    int skipped = 4 + Math.max(0, ByteBuffer.wrap(block).getInt());
                    return skipped < block.length
                            ? EmbeddedBlocks.directory(Arrays.copyOfRange(block, skipped, block.length))
                            : Optional.empty();
                }),
                Optional.empty(),
                content("xmp"));
    }

    private Optional<byte[]> content(String kind) throws IOException {
        for (Map.Entry<Integer, String> item : kinds.entrySet()) {
            long[] place = places.get(item.getKey());
            if (item.getValue().equals(kind) && place != null && place[2] < MOST_META) {
                return Optional.of(
                        place[0] == 1
                                ? rest(itemData.slice((int) place[1], (int) place[2]))
                                : rest(bytes(place[1], (int) Math.min(place[2], Math.max(0, file.size() - place[1])))));
            }
        }
        return Optional.empty();
    }

    private ByteBuffer bytes(long at, int count) throws IOException {
        ByteBuffer part = ByteBuffer.allocate(count);
        while (part.hasRemaining() && file.read(part, at + part.position()) >= 0) {
            // until it is full or the file ends
        }
        return part.flip();
    }

    private static byte[] rest(ByteBuffer in) {
        byte[] bytes = new byte[in.remaining()];
        in.duplicate().get(bytes);
        return bytes;
    }

    private static String four(ByteBuffer in) {
        byte[] letters = new byte[4];
        in.get(letters);
        return new String(letters, StandardCharsets.ISO_8859_1);
    }
}
