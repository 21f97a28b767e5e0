package app.vineparcel.core.colour;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes a {@link LinearSpace} as a compact ICC v4 display profile (ICC.1:2022): header, description, copyright, white,
 * adaptation, colorants and parametric curves. The same space gives the same bytes.
 */
public final class IccProfileBuilder {

    private static final int HEADER = 128;
    private static final int VERSION_4_3 = 0x04300000;

    private final String title;
    private final LinearSpace space;
    private final WhitePoint white;

    /**
     * A profile of that name for that space.
     *
     * @param title the name inside the profile
     * @param space its curves must be powers or segmented powers
     * @param white the white before it was adapted to D50
     */
    public IccProfileBuilder(String title, LinearSpace space, WhitePoint white) {
        this.title = title;
        this.space = space;
        this.white = white;
    }

    /** The whole profile. */
    public byte[] build() {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("desc", text(title));
        tags.put("cprt", text("No copyright, use freely"));
        tags.put("wtpt", xyz(WhitePoint.d50()));
        if (space.bands() == 1) {
            tags.put("kTRC", curve(space.curve(0)));
        } else {
            tags.put("chad", adaptation(white));
            String[] colorants = {"rXYZ", "gXYZ", "bXYZ"};
            String[] curves = {"rTRC", "gTRC", "bTRC"};
            for (int band = 0; band < 3; band++) {
                Matrix m = space.toXyz();
                tags.put(colorants[band], xyz(m.at(0, band), m.at(1, band), m.at(2, band)));
            }
            for (int band = 0; band < 3; band++) {
                tags.put(curves[band], curve(space.curve(band)));
            }
        }
        return assemble(tags);
    }

    private byte[] assemble(Map<String, byte[]> tags) {
        int table = 4 + 12 * tags.size();
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        ByteBuffer entries = ByteBuffer.allocate(table).putInt(tags.size());
        List<byte[]> written = new ArrayList<>();
        List<Integer> offsets = new ArrayList<>();
        tags.forEach((name, bytes) -> {
            int same = indexOf(written, bytes);
            int offset = same >= 0 ? offsets.get(same) : HEADER + table + data.size();
            if (same < 0) {
                written.add(bytes);
                offsets.add(offset);
                data.writeBytes(bytes);
                data.writeBytes(new byte[-bytes.length & 3]);
            }
            entries.put(name.getBytes(StandardCharsets.US_ASCII)).putInt(offset).putInt(bytes.length);
        });
        int size = HEADER + table + data.size();
        byte[] profile = ByteBuffer.allocate(size)
                .put(header(size))
                .put(entries.array())
                .put(data.toByteArray())
                .array();
        System.arraycopy(md5(profile), 0, profile, 84, 16);
        return profile;
    }

    private static int indexOf(List<byte[]> written, byte[] bytes) {
        for (int i = 0; i < written.size(); i++) {
            if (java.util.Arrays.equals(written.get(i), bytes)) {
                return i;
            }
        }
        return -1;
    }

    private byte[] header(int size) {
        ByteBuffer header = ByteBuffer.allocate(HEADER);
        header.putInt(size).putInt(0).putInt(VERSION_4_3);
        header.put(ascii("mntr"))
                .put(ascii(space.bands() == 1 ? "GRAY" : "RGB "))
                .put(ascii("XYZ "));
        for (int part : new int[] {2026, 1, 1, 0, 0, 0}) {
            header.putShort((short) part);
        }
        header.put(ascii("acsp"));
        header.position(64);
        header.putInt(1);
        header.put(s15Fixed16(WhitePoint.d50()));
        return header.array();
    }

    /** The identifier of 7.2.18: the MD5 sum with flags, intent and the identifier itself still zero. */
    private static byte[] md5(byte[] profile) {
        byte[] copy = profile.clone();
        java.util.Arrays.fill(copy, 44, 48, (byte) 0);
        java.util.Arrays.fill(copy, 64, 68, (byte) 0);
        try {
            return MessageDigest.getInstance("MD5").digest(copy);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has MD5", e);
        }
    }

    private static byte[] adaptation(WhitePoint white) {
        Matrix m = white.toD50();
        ByteBuffer tag = ByteBuffer.allocate(8 + 36).put(ascii("sf32")).putInt(0);
        for (int i = 0; i < 9; i++) {
            tag.put(s15Fixed16(m.at(i / 3, i % 3)));
        }
        return tag.array();
    }

    private static byte[] text(String text) {
        byte[] utf16 = text.getBytes(StandardCharsets.UTF_16BE);
        return ByteBuffer.allocate(28 + utf16.length)
                .put(ascii("mluc"))
                .putInt(0)
                .putInt(1)
                .putInt(12)
                .put(ascii("enUS"))
                .putInt(utf16.length)
                .putInt(28)
                .put(utf16)
                .array();
    }

    private static byte[] xyz(double... values) {
        return ByteBuffer.allocate(20)
                .put(ascii("XYZ "))
                .putInt(0)
                .put(s15Fixed16(values))
                .array();
    }

    private static byte[] curve(TransferCurve curve) {
        if (curve instanceof PowerCurve power) {
            return parametric(0, power.gamma());
        }
        if (curve instanceof SegmentedCurve s && s.e() == 0 && s.f() == 0) {
            return parametric(3, s.g(), s.a(), s.b(), s.c(), s.d());
        }
        throw new IllegalArgumentException("only powers and segmented powers can be written");
    }

    private static byte[] parametric(int type, double... values) {
        return ByteBuffer.allocate(12 + 4 * values.length)
                .put(ascii("para"))
                .putInt(0)
                .putShort((short) type)
                .putShort((short) 0)
                .put(s15Fixed16(values))
                .array();
    }

    private static byte[] s15Fixed16(double... values) {
        ByteBuffer fixed = ByteBuffer.allocate(4 * values.length);
        for (double value : values) {
            fixed.putInt((int) Math.round(value * 65536));
        }
        return fixed.array();
    }

    private static byte[] ascii(String four) {
        return four.getBytes(StandardCharsets.US_ASCII);
    }
}
