package app.vineparcel.core.codec.pnm;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Reads PBM, PGM and PPM, as text and as bytes, and PAM (netpbm's formats P1 to P7); 1 to 16 bits a sample. */
public final class PnmReader implements PictureReader {

    private static final int LONGEST_HEADER = 100_000;

    /**
     * What stands before the samples.
     *
     * @param kind the digit behind the P
     * @param most the largest value of a sample
     * @param bands 1 to 4; an even number ends in alpha
     */
    private record Header(int kind, PixelSize size, int most, int bands) {

        boolean isText() {
            return kind <= 3;
        }

        boolean isBits() {
            return kind == 1 || kind == 4;
        }
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        try (InputStream in = open(file)) {
            return header(in).size();
        }
    }

    private static InputStream open(Path file) throws IOException {
        return new BufferedInputStream(Files.newInputStream(file), 1 << 16);
    }

    @Override
    public Decoded read(Path file) throws IOException {
        try (InputStream in = open(file)) {
            Header header = header(in);
            int samples = Math.toIntExact(header.size().pixels() * header.bands());
            boolean deep = header.most() > 255;
            byte[] bytes = new byte[deep ? 0 : samples];
            short[] shorts = new short[deep ? samples : 0];
            int full = deep ? 65535 : 255;
            int found = 0;
            int[] held = new int[1];
            try {
                if (!header.isText() && !header.isBits() && header.most() == 255) {
                    found = in.readNBytes(bytes, 0, samples); // as they are
                    return decoded(header, deep, bytes, shorts, found / (double) samples);
                }
                for (; found < samples; found++) {
                    if ((found & 0xffff) == 0) {
                        WorkBudget.check();
                    }
                    int value = header.isBits() ? 1 - bit(in, header, found, held) : sample(in, header);
                    int scaled = (int) ((long) Math.min(value, header.most()) * full / header.most());
                    if (deep) {
                        shorts[found] = (short) scaled;
                    } else {
                        bytes[found] = (byte) scaled;
                    }
                }
            } catch (EOFException e) {
                // what is there is told below
            }
            return decoded(header, deep, bytes, shorts, found / (double) samples);
        }
    }

    private static Decoded decoded(Header header, boolean deep, byte[] bytes, short[] shorts, double share)
            throws IOException {
        if (share < CutShort.LEAST) {
            throw new IOException("it ends before its picture does.");
        }
        boolean alpha = header.bands() % 2 == 0;
        Decoded decoded = Decoded.plain(
                deep
                        ? Pixels.of16(header.size(), header.bands(), alpha, shorts)
                        : Pixels.of8(header.size(), header.bands(), alpha, bytes));
        return share < 1 ? decoded.with(List.of(CutShort.notice(share))) : decoded;
    }

    /** A set bit is black; rows of bytes begin a new one. */
    private static int bit(InputStream in, Header header, int index, int[] held) throws IOException {
        if (header.isText()) {
            int digit = next(in);
            while (Character.isWhitespace(digit)) {
                digit = next(in);
            }
            return digit == '1' ? 1 : 0;
        }
        int x = index % header.size().width();
        if (x % 8 == 0) {
            held[0] = next(in);
        }
        return held[0] >> 7 - x % 8 & 1;
    }

    private static int sample(InputStream in, Header header) throws IOException {
        if (header.isText()) {
            return number(in);
        }
        return header.most() > 255 ? next(in) << 8 | next(in) : next(in);
    }

    private static int next(InputStream in) throws IOException {
        int value = in.read();
        if (value < 0) {
            throw new EOFException();
        }
        return value;
    }

    private static Header header(InputStream in) throws IOException {
        try {
            next(in);
            int kind = next(in);
            if (kind == 'F' || kind == 'f') {
                throw new NotRead("PFM, with floating-point samples, is not read.");
            }
            if (kind == '7') {
                return pam(in);
            }
            int width = number(in);
            int height = number(in);
            boolean bits = kind == '1' || kind == '4';
            int most = bits ? 1 : number(in);
            return checked(kind - '0', width, height, most, kind == '3' || kind == '6' ? 3 : 1);
        } catch (EOFException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
    }

    private static Header checked(int kind, int width, int height, int most, int bands) throws IOException {
        if (width < 1 || height < 1 || most < 1 || most > 65535 || bands < 1 || bands > 4) {
            throw new IOException("its header gives no size, or no scale of 1 to 65535.");
        }
        return new Header(kind, new PixelSize(width, height), most, bands);
    }

    private static Header pam(InputStream in) throws IOException {
        Map<String, Integer> said = new HashMap<>();
        StringBuilder line = new StringBuilder();
        for (int read = 0; read < LONGEST_HEADER; read++) {
            int letter = next(in);
            if (letter != '\n') {
                line.append((char) letter);
                continue;
            }
            String[] words = line.toString().strip().split("\\s+");
            line.setLength(0);
            if (words[0].equals("ENDHDR")) {
                return checked(
                        7,
                        said.getOrDefault("WIDTH", 0),
                        said.getOrDefault("HEIGHT", 0),
                        said.getOrDefault("MAXVAL", 0),
                        said.getOrDefault("DEPTH", 0));
            }
            if (words.length == 2 && words[1].matches("\\d{1,9}")) {
                said.put(words[0], Integer.parseInt(words[1]));
            }
        }
        throw new IOException("its header does not end.");
    }

    /** A whole number in decimal, behind white space and comments; eats the one character behind it. */
    private static int number(InputStream in) throws IOException {
        int letter = next(in);
        while (Character.isWhitespace(letter) || letter == '#') {
            if (letter == '#') {
                while (letter != '\n' && letter != '\r') {
                    letter = next(in);
                }
            }
            letter = next(in);
        }
        long value = 0;
        if (letter < '0' || letter > '9') {
            throw new IOException("there is something else where a number should be.");
        }
        while (letter >= '0' && letter <= '9') {
            value = Math.min(Integer.MAX_VALUE, value * 10 + letter - '0');
            letter = in.read();
        }
        while (letter == '#' || letter >= 0 && letter != '\n' && letter != '\r' && !Character.isWhitespace(letter)) {
            letter = in.read(); // a comment may follow at once
        }
        return (int) value;
    }
}
