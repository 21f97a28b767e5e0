package app.vineparcel.core.codec.natives;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.NativeLibrary;
import com.sun.jna.Pointer;
import com.sun.jna.Structure;
import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** WebP through libwebp (its interface for encoding, version 0x020f). May be used from several threads. */
public final class LibWebp {

    private static final String FILE = "libwebp.so.7";
    private static final int ABI = 0x020f;
    private static final SystemLibrary<Functions> LIBRARY =
            SystemLibrary.load("WebP", FILE, "libwebp7", Functions.class);

    private static final int LOSSLESS_EFFORT = 75;
    private static final int OUT_OF_MEMORY = 1;

    private LibWebp() {}

    /**
     * How a picture is packed.
     *
     * @param quality 1 to 100; where nothing is lost it counts for nothing
     * @param lossless whether every sample is kept, those under what is clear too
     * @param sharp whether colours are halved so that edges between them stay where they are, which takes longer
     */
    public record Options(int quality, boolean lossless, boolean sharp) {}

    /** Why it cannot be used; empty if it can. */
    public static Optional<String> missing() {
        return LIBRARY.missing();
    }

    /** Its name and version, or "none". */
    public static String version() {
        return LIBRARY.functions()
                .map(Functions::WebPGetEncoderVersion)
                .map(version -> "libwebp %d.%d.%d".formatted(version >> 16, version >> 8 & 0xff, version & 0xff))
                .orElse("none");
    }

    /** What settings pages show. */
    public static String equipment() {
        return LIBRARY.equipment(version());
    }

    /**
     * A WebP file with nothing but the picture.
     *
     * @param pixels 8-bit grey or RGB, up to 16,383 px an edge
     * @throws IOException in words, if the library is not installed or does not succeed
     */
    public static byte[] encode(Pixels pixels, Options options) throws IOException {
        Functions webp = LIBRARY.required();
        Picture picture = new Picture();
        Writer writer = new Writer();
        try (Memory samples = InterleavedSamples.of(pixels)) {
            Config config = config(webp, options);
            if (webp.WebPPictureInitInternal(picture, ABI) == 0) {
                throw new IOException("the library libwebp is of another version.");
            }
            webp.WebPMemoryWriterInit(writer);
            // opaque colours that are halved plainly can be halved at once, without a picture of 32 bits between
            picture.use_argb = options.lossless() || options.sharp() || pixels.hasAlpha() ? 1 : 0;
            picture.width = pixels.size().width();
            picture.height = pixels.size().height();
            int stride = picture.width * (pixels.hasAlpha() ? 4 : 3);
            int taken = pixels.hasAlpha()
                    ? webp.WebPPictureImportRGBA(picture, samples, stride)
                    : webp.WebPPictureImportRGB(picture, samples, stride);
            picture.writer = NativeLibrary.getInstance(FILE).getFunction("WebPMemoryWrite");
            picture.custom_ptr = writer.getPointer();
            if (taken == 0 || webp.WebPEncode(config, picture) == 0) {
                throw new IOException(
                        picture.error_code == OUT_OF_MEMORY
                                ? "there is not enough memory to encode this picture."
                                : "the WebP library cannot encode this picture (code %d)."
                                        .formatted(picture.error_code));
            }
            writer.read();
            return writer.mem.getByteArray(0, writer.size.intValue());
        } finally {
            webp.WebPPictureFree(picture);
            webp.WebPMemoryWriterClear(writer);
        }
    }

    /**
     * The pixels of a file that was encoded here a moment ago. Foreign files go to a reader that cannot take the process with it.
     *
     * @param alpha whether transparency is wanted
     * @throws IOException in words, if the library is not installed or refuses the file
     */
    public static Pixels decodeOwn(byte[] webp, boolean alpha) throws IOException {
        Functions functions = LIBRARY.required();
        int[] width = new int[1];
        int[] height = new int[1];
        SizeT length = new SizeT(webp.length);
        if (functions.WebPGetInfo(webp, length, width, height) == 0) {
            throw new IOException("it is no WebP.");
        }
        PixelSize size = new PixelSize(width[0], height[0]);
        int bands = alpha ? 4 : 3;
        try (Memory samples = new Memory(size.pixels() * bands)) {
            int stride = size.width() * bands;
            SizeT room = new SizeT(samples.size());
            Pointer decoded = alpha
                    ? functions.WebPDecodeRGBAInto(webp, length, samples, room, stride)
                    : functions.WebPDecodeRGBInto(webp, length, samples, room, stride);
            if (decoded == null) {
                throw new IOException("its data is damaged.");
            }
            return Pixels.of8(size, bands, alpha, samples.getByteArray(0, Math.toIntExact(samples.size())));
        }
    }

    private static Config config(Functions webp, Options options) throws IOException {
        Config config = new Config();
        float quality = options.lossless() ? LOSSLESS_EFFORT : options.quality();
        if (webp.WebPConfigInitInternal(config, 0, quality, ABI) == 0) {
            throw new IOException("the library libwebp is of another version.");
        }
        config.lossless = options.lossless() ? 1 : 0;
        config.exact = options.lossless() ? 1 : 0;
        config.use_sharp_yuv = options.sharp() && !options.lossless() ? 1 : 0;
        return config;
    }

    /** As in the library's header {@code encode.h}. */
    interface Functions extends Library {
        int WebPGetEncoderVersion();

        int WebPConfigInitInternal(Config config, int preset, float quality, int version);

        int WebPPictureInitInternal(Picture picture, int version);

        int WebPPictureImportRGB(Picture picture, Pointer rgb, int stride);

        int WebPPictureImportRGBA(Picture picture, Pointer rgba, int stride);

        void WebPPictureFree(Picture picture);

        void WebPMemoryWriterInit(Writer writer);

        void WebPMemoryWriterClear(Writer writer);

        int WebPEncode(Config config, Picture picture);

        int WebPGetInfo(byte[] data, SizeT size, int[] width, int[] height);

        @Nullable
        Pointer WebPDecodeRGBInto(byte[] data, SizeT size, Pointer into, SizeT room, int stride);

        @Nullable
        Pointer WebPDecodeRGBAInto(byte[] data, SizeT size, Pointer into, SizeT room, int stride);
    }

    /** {@code WebPConfig}. */
    @Structure.FieldOrder({
        "lossless",
        "quality",
        "unchanged",
        "exact",
        "use_delta_palette",
        "use_sharp_yuv",
        "qmin",
        "qmax"
    })
    public static final class Config extends Structure {
        public int lossless;
        public float quality;
        /** From {@code method} to {@code near_lossless}: as the library sets them. */
        public int[] unchanged = new int[22];

        public int exact;
        public int use_delta_palette;
        public int use_sharp_yuv;
        public int qmin;
        public int qmax;
    }

    /** {@code WebPPicture}. */
    @Structure.FieldOrder({
        "use_argb",
        "colorspace",
        "width",
        "height",
        "planes",
        "strides",
        "a",
        "a_stride",
        "pad1",
        "argb",
        "argb_stride",
        "pad2",
        "writer",
        "custom_ptr",
        "extra_info_type",
        "extra_info",
        "stats",
        "error_code",
        "progress_hook",
        "user_data",
        "pad3",
        "pad4",
        "pad6",
        "memory",
        "pad7"
    })
    public static final class Picture extends Structure {
        public int use_argb;
        public int colorspace;
        public int width;
        public int height;
        public Pointer[] planes = new Pointer[3];
        public int[] strides = new int[2];
        public @Nullable Pointer a;
        public int a_stride;
        public int[] pad1 = new int[2];
        public @Nullable Pointer argb;
        public int argb_stride;
        public int[] pad2 = new int[3];
        public @Nullable Pointer writer;
        public @Nullable Pointer custom_ptr;
        public int extra_info_type;
        public @Nullable Pointer extra_info;
        public @Nullable Pointer stats;
        public int error_code;
        public @Nullable Pointer progress_hook;
        public @Nullable Pointer user_data;
        public int[] pad3 = new int[3];
        public Pointer[] pad4 = new Pointer[2];
        public int[] pad6 = new int[8];
        public Pointer[] memory = new Pointer[2];
        public Pointer[] pad7 = new Pointer[2];
    }

    /** {@code WebPMemoryWriter}. */
    @Structure.FieldOrder({"mem", "size", "max_size", "pad"})
    public static final class Writer extends Structure {
        public @Nullable Pointer mem;
        public SizeT size = new SizeT();
        public SizeT max_size = new SizeT();
        public int pad;
    }
}
