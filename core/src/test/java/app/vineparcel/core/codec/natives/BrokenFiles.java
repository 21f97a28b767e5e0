package app.vineparcel.core.codec.natives;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.jpeg.JpegEngine;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.jpeg.JpegReader;
import app.vineparcel.core.codec.webp.WebpReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;

/** A process of its own, which gives native code everything that is wrong with a file or a picture, and says how often it was refused. */
public final class BrokenFiles {

    private static final long SEED = 20261129;

    private BrokenFiles() {}

    /** The folder, and how many files of each kind are broken. */
    public static void main(String[] arguments) throws Exception {
        Path folder = Path.of(arguments[0]);
        int count = Integer.parseInt(arguments[1]);
        int refused = 0;
        for (JpegFormat format : new JpegFormat[] {
            new JpegFormat(80, false, Chroma.HALF),
            new JpegFormat(80, true, Chroma.FULL),
            new JpegFormat(30, true, Chroma.HALF_ACROSS)
        }) {
            Path sound = folder.resolve("sound.jpg");
            format.writer().write(Pictures.picture(Pictures.photo(65, 49, 3)), FileTags.profiled(72), sound);
            refused += broken(
                    new JpegReader(JpegEngine.usual()), Files.readAllBytes(sound), folder.resolve("broken"), count);
        }
        for (boolean lossless : new boolean[] {false, true}) {
            byte[] sound = LibWebp.encode(Pictures.photo(65, 49, 3), new LibWebp.Options(80, lossless, false));
            refused += broken(new WebpReader(), sound, folder.resolve("broken"), count);
        }
        int written = odd();
        System.out.println("refused " + refused + ", written " + written + ", alive");
    }

    private static int broken(PictureReader reader, byte[] sound, Path file, int count) throws IOException {
        Random random = new Random(SEED);
        int refused = 0;
        for (int i = 0; i < count; i++) {
            byte[] bytes = sound.clone();
            switch (i % 4) {
                case 0 -> bytes = java.util.Arrays.copyOf(bytes, random.nextInt(bytes.length));
                case 1 -> bytes[random.nextInt(Math.min(700, bytes.length))] = (byte) random.nextInt();
                case 2 -> {
                    for (int n = random.nextInt(40); n >= 0; n--) {
                        bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
                    }
                }
                default -> {
                    int from = random.nextInt(bytes.length);
                    int length = Math.min(bytes.length - from, random.nextInt(64));
                    System.arraycopy(sound, random.nextInt(sound.length - length), bytes, from, length);
                }
            }
            Files.write(file, bytes);
            try {
                if (reader.size(file).pixels() < 4_000_000) {
                    reader.read(file);
                    reader.read(file, 16);
                }
            } catch (IOException inWords) {
                refused++;
            }
        }
        return refused;
    }

    /** Pictures of every size, depth and number of bands. */
    private static int odd() throws IOException {
        int written = 0;
        int[][] sizes = {{1, 1}, {1, 300}, {301, 1}, {7, 5}, {16_383, 2}, {3, 16_000}};
        for (int[] size : sizes) {
            for (int bands = 1; bands <= 4; bands++) {
                PixelSize of = new PixelSize(size[0], size[1]);
                boolean alpha = bands % 2 == 0;
                Pixels eight = Pixels.of8(of, bands, alpha, new byte[(int) of.pixels() * bands]);
                for (boolean lossless : new boolean[] {false, true}) {
                    written += LibWebp.encode(eight, new LibWebp.Options(50, lossless, true)).length > 0 ? 1 : 0;
                }
                Pixels wide = Pixels.of16(of, bands, alpha, new short[(int) of.pixels() * bands]);
                for (Chroma chroma : Chroma.values()) {
                    LibAvif.Blocks none = new LibAvif.Blocks(Optional.empty(), Optional.empty(), Optional.empty());
                    written +=
                            LibAvif.encode(eight, new LibAvif.Options(50, false, 8, chroma), none).length > 0 ? 1 : 0;
                    written +=
                            LibAvif.encode(wide, new LibAvif.Options(50, false, 10, chroma), none).length > 0 ? 1 : 0;
                }
            }
        }
        return written;
    }
}
