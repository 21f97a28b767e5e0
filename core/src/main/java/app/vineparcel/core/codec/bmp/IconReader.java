package app.vineparcel.core.codec.bmp;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.ExternalProgram;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** Reads the largest picture of a Windows icon or pointer (ICO, CUR); of two of one size that with more bits. */
public final class IconReader implements PictureReader {

    private static final int HEADER = 6;
    private static final int ENTRY = 16;
    private static final int MOST_BYTES = 64_000_000;

    private record Entry(PixelSize size, int bits, int at, int length) {

        boolean isBetterThan(Entry other) {
            long own = size.pixels();
            return own > other.size.pixels() || own == other.size.pixels() && bits > other.bits;
        }
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        return best(bytes(file)).size();
    }

    @Override
    public Decoded read(Path file) throws IOException {
        ByteBuffer in = bytes(file);
        Entry entry = best(in);
        try {
            return isPng(in, entry.at()) ? png(in, entry) : BmpReader.inIcon(in, entry.at());
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("it ends before its picture does.", e);
        }
    }

    private static Decoded png(ByteBuffer in, Entry entry) throws IOException {
        byte[] png = Arrays.copyOfRange(
                in.array(), entry.at(), (int) Math.min(in.limit(), (long) entry.at() + entry.length()));
        return ExternalProgram.inTemporaryFolder(folder -> {
            Path copy = Files.write(folder.resolve("icon.png"), png);
            return new PngReader().read(copy);
        });
    }

    private static ByteBuffer bytes(Path file) throws IOException {
        if (Files.size(file) > MOST_BYTES) {
            throw new NotRead("an icon of more than %d MB is not read.".formatted(MOST_BYTES / 1_000_000));
        }
        return ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static boolean isPng(ByteBuffer in, int at) {
        return in.getInt(at) == 0x474e5089;
    }

    private static Entry best(ByteBuffer in) throws IOException {
        Entry best = null;
        try {
            int count = in.getShort(4) & 0xffff;
            for (int i = 0; i < count && HEADER + (i + 1) * ENTRY <= in.limit(); i++) {
                WorkBudget.check();
                int entry = HEADER + i * ENTRY;
                Entry found = entry(in, in.getInt(entry + 12), in.getInt(entry + 8));
                if (best == null || found.isBetterThan(best)) {
                    best = found;
                }
            }
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
        if (best == null) {
            throw new IOException("it holds no picture.");
        }
        return best;
    }

    private static Entry entry(ByteBuffer in, int at, int length) throws IOException {
        if (at < HEADER) {
            throw new IOException("its list of pictures is damaged.");
        }
        if (isPng(in, at)) {
            int width = Integer.reverseBytes(in.getInt(at + 16));
            int height = Integer.reverseBytes(in.getInt(at + 20));
            if (width < 1 || height < 1) {
                throw new IOException("its header gives no size.");
            }
            return new Entry(new PixelSize(width, height), 32, at, length);
        }
        BmpReader.Header header = new BmpReader.Header(in, at, true);
        return new Entry(header.size, header.bits, at, length);
    }
}
