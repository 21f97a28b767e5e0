package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.Closeable;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * JPEG through libjpeg-turbo, as Debian packages its Java face. Nothing of it is needed to build: its jar is opened at run time, and its
 * native part must stand on {@code java.library.path}.
 */
public final class TurboJpegEngine implements JpegEngine {

    private static final String PACKAGE = "org.libjpegturbo.turbojpeg.";
    private static final String USUAL_JAR = "/usr/share/java/turbojpeg.jar";
    /** Constants of the library's public interface. */
    private static final int RGB = 0;

    private static final int GREY = 6;
    private static final int CMYK = 11;
    private static final int ACCURATE_DCT = 4096;
    private static final int PROGRESSIVE = 16384;
    private static final int SAMPLING_GREY = 3;
    /** The code of what did not stop it. */
    private static final int WARNING = 0;

    /** Pixels that are encoded at once, about, and rows that a unit of the scan has at most. */
    private static final int STRIPE = 1 << 19;

    private static final int UNIT = 16;
    private static final int INKS = ColourModel.CMYK.bands();

    private final Class<?> decompressor;
    private final Class<?> compressor;

    private TurboJpegEngine(Class<?> decompressor, Class<?> compressor) {
        this.decompressor = decompressor;
        this.compressor = compressor;
    }

    /** The engine, where jar and native part can both be loaded. */
    static Optional<JpegEngine> find() {
        Path jar = Path.of(System.getProperty("vine-parcel.turbojpeg", USUAL_JAR));
        if (!Files.isRegularFile(jar)) {
            return Optional.empty();
        }
        try {
            @SuppressWarnings("resource") // stays open as long as the program lives
            URLClassLoader loader =
                    new URLClassLoader(new java.net.URL[] {jar.toUri().toURL()});
            Class<?> decompressor = loader.loadClass(PACKAGE + "TJDecompressor");
            Class<?> compressor = loader.loadClass(PACKAGE + "TJCompressor");
            ((Closeable) decompressor.getConstructor().newInstance()).close();
            return Optional.of(new TurboJpegEngine(decompressor, compressor));
        } catch (ReflectiveOperationException | LinkageError | IOException absent) {
            return Optional.empty();
        }
    }

    @Override
    public String name() {
        return "libjpeg-turbo";
    }

    @Override
    public Unpacked decode(Path file) throws IOException {
        return decode(file, Integer.MAX_VALUE);
    }

    /** Fewer of each block's frequencies are turned back into pixels, which averages them as their codes stand, not as light. */
    @Override
    public Unpacked decode(Path file, int leastEdge) throws IOException {
        byte[] jpeg = Files.readAllBytes(file);
        byte[] frame =
                JpegSegments.read(file).frame().map(JpegSegments.Segment::data).orElse(new byte[6]);
        int bands = frame[5];
        try (Closeable engine = openedOrCleaned(jpeg)) {
            int width = (Integer) decompressor.getMethod("getWidth").invoke(engine);
            int height = (Integer) decompressor.getMethod("getHeight").invoke(engine);
            int share = 8;
            while (share > 1 && (Math.max(width, height) + share - 1) / share < leastEdge) {
                share /= 2;
            }
            PixelSize size = new PixelSize((width + share - 1) / share, (height + share - 1) / share);
            byte[] samples = new byte[Math.toIntExact(size.pixels() * bands)];
            int format = bands == 1 ? GREY : bands == 3 ? RGB : CMYK;
            Method decompress = decompressor.getMethod(
                    "decompress",
                    byte[].class,
                    int.class,
                    int.class,
                    int.class,
                    int.class,
                    int.class,
                    int.class,
                    int.class);
            Flaw flaw = Flaw.NONE;
            try {
                decompress.invoke(
                        engine, samples, 0, 0, size.width(), size.width() * bands, size.height(), format, ACCURATE_DCT);
            } catch (InvocationTargetException e) {
                flaw = flaw(e);
            }
            return new Unpacked(Pixels.of8(size, bands, false, samples), flaw);
        } catch (OtherSampling e) {
            return new JdkJpegEngine().decode(file);
        } catch (InvocationTargetException e) {
            throw new IOException("its data is damaged.", e);
        } catch (ReflectiveOperationException | RuntimeException e) {
            throw new IOException("its data is damaged.", e);
        }
    }

    /** The library wants one of six samplings of colour; the standard allows more. */
    private static final class OtherSampling extends IOException {
        private static final long serialVersionUID = 1L;
    }

    /** The library stops at what stands between segments; without that it goes on. */
    private Closeable openedOrCleaned(byte[] jpeg) throws IOException, ReflectiveOperationException {
        try {
            return opened(jpeg);
        } catch (InvocationTargetException e) {
            return opened(JpegSegments.cleaned(jpeg));
        }
    }

    private Closeable opened(byte[] jpeg) throws IOException, ReflectiveOperationException {
        try {
            return (Closeable) decompressor.getConstructor(byte[].class).newInstance((Object) jpeg);
        } catch (InvocationTargetException e) {
            if (said(e).contains("subsampling")) {
                throw new OtherSampling();
            }
            throw e;
        }
    }

    /** After a warning the pixels are there as far as they could be had. */
    private static Flaw flaw(InvocationTargetException e) throws IOException, ReflectiveOperationException {
        Object code = e.getCause().getClass().getMethod("getErrorCode").invoke(e.getCause());
        if (!Integer.valueOf(WARNING).equals(code)) {
            throw new IOException("its data is damaged.", e);
        }
        return said(e).contains("Premature end")
                ? Flaw.CUT_SHORT
                : said(e).contains("extraneous") ? Flaw.NONE : Flaw.DAMAGED;
    }

    @Override
    public byte[] encode(Pixels pixels, JpegFormat options) throws IOException {
        try (Packer packer = new Packer(pixels, options)) {
            if (options.progressive()) {
                byte[] jpeg = new byte[packer.room(pixels.size().height())];
                return Arrays.copyOf(jpeg, packer.pack(0, pixels.size().height(), jpeg));
            }
            int rows = rowsAtOnce(pixels);
            byte[] jpeg = new byte[packer.room(rows)];
            List<JpegStripe> stripes = new ArrayList<>();
            for (int y = 0; y < pixels.size().height(); y += rows) {
                WorkBudget.check();
                int length = packer.pack(y, Math.min(rows, pixels.size().height() - y), jpeg);
                stripes.add(new JpegStripe(jpeg, length));
            }
            return JpegStripes.joined(stripes, pixels.size().height());
        } catch (InvocationTargetException e) {
            // the library reckons with the room that three components can take; noise in four takes more
            if (pixels.bands() == INKS && said(e).contains("too small")) {
                return new JdkJpegEngine().encode(pixels, options);
            }
            throw new IOException("the JPEG engine cannot encode this picture.", e);
        } catch (ReflectiveOperationException e) {
            throw new IOException("the JPEG engine cannot encode this picture.", e);
        }
    }

    private static String said(InvocationTargetException e) {
        return String.valueOf(e.getCause().getMessage());
    }

    /** Whole units of the scan: up to 16 rows each. */
    private static int rowsAtOnce(Pixels pixels) {
        int rows = Math.max(1, STRIPE / pixels.size().width() / UNIT) * UNIT;
        return Math.min(rows, (pixels.size().height() + UNIT - 1) / UNIT * UNIT);
    }

    /** The library's encoder with a picture before it. */
    private final class Packer implements Closeable {

        private final Pixels pixels;
        private final Closeable engine;
        private final int sampling;
        private final int format;
        private final int flags;
        private final Method source;
        private final Method compress;
        private final Method length;
        private final Method room;

        Packer(Pixels pixels, JpegFormat options) throws ReflectiveOperationException {
            boolean grey = pixels.bands() == 1;
            this.pixels = pixels;
            this.engine = (Closeable) compressor.getConstructor().newInstance();
            this.sampling = grey ? SAMPLING_GREY : options.chroma().ordinal();
            this.format = grey ? GREY : pixels.bands() == 3 ? RGB : CMYK;
            this.flags = ACCURATE_DCT | (options.progressive() ? PROGRESSIVE : 0);
            this.source = compressor.getMethod(
                    "setSourceImage", byte[].class, int.class, int.class, int.class, int.class, int.class, int.class);
            this.compress = compressor.getMethod("compress", byte[].class, int.class);
            this.length = compressor.getMethod("getCompressedSize");
            this.room = compressor
                    .getClassLoader()
                    .loadClass(PACKAGE + "TJ")
                    .getMethod("bufSize", int.class, int.class, int.class);
            compressor.getMethod("setSubsamp", int.class).invoke(engine, sampling);
            compressor.getMethod("setJPEGQuality", int.class).invoke(engine, options.quality());
        }

        /** Bytes that so many rows never pack to more than. */
        int room(int rows) throws ReflectiveOperationException {
            return (Integer) room.invoke(null, pixels.size().width(), rows, sampling);
        }

        /** Packs some rows; returns how many bytes that gave. */
        int pack(int y, int rows, byte[] into) throws ReflectiveOperationException {
            int width = pixels.size().width();
            source.invoke(engine, pixels.bytes(), 0, y, width, width * pixels.bands(), rows, format);
            compress.invoke(engine, into, flags);
            return (Integer) length.invoke(engine);
        }

        @Override
        public void close() throws IOException {
            engine.close();
        }
    }
}
