package app.vineparcel.core.codec.natives;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.raster.Pixels;
import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Pointer;
import com.sun.jna.Structure;
import java.io.IOException;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** AVIF through libavif (the interface of its version 0.11) and the AV1 encoder behind it. May be used from several threads. */
public final class LibAvif {

    private static final SystemLibrary<Functions> LIBRARY =
            SystemLibrary.load("AVIF", "libavif.so.15", "libavif15", Functions.class);

    /** Of 0, slowest, to 10: about 0.2 s a megapixel. */
    private static final int SPEED = 8;
    /** Code points of ITU-T H.273. */
    private static final short UNSPECIFIED = 2;

    private static final short BT709 = 1;
    private static final short SRGB = 13;
    private static final short BT601 = 6;
    private static final short IDENTITY = 0;

    private static final int RGB = 0;
    private static final int RGBA = 1;
    private static final int GREY = 4;
    private static final int COLOUR_PLANES = 1;
    private static final int ALL_PLANES = 255;

    private LibAvif() {}

    /**
     * How a picture is packed.
     *
     * @param quantiser 0, finest, to 63
     * @param lossless whether every sample is kept; the quantiser then counts for nothing
     * @param bits a sample in the file: 8 or 10
     * @param chroma how colour detail is thinned out
     */
    public record Options(int quantiser, boolean lossless, int bits, Chroma chroma) {}

    /**
     * What goes in beside the picture.
     *
     * @param icc a profile; empty for sRGB
     * @param exif a TIFF block
     */
    public record Blocks(Optional<byte[]> icc, Optional<byte[]> exif, Optional<byte[]> xmp) {}

    /** Why it cannot be used; empty if it can. */
    public static Optional<String> missing() {
        return LIBRARY.missing();
    }

    /** Its name and version, or "none". */
    public static String version() {
        return LIBRARY.functions().map(avif -> "libavif " + avif.avifVersion()).orElse("none");
    }

    /** What settings pages show. */
    public static String equipment() {
        return LIBRARY.equipment(version());
    }

    /**
     * A whole AVIF file.
     *
     * @param pixels grey or RGB, 8 or 16 bits, up to 16,384 px an edge
     * @throws IOException in words, if the library is not installed or does not succeed
     */
    public static byte[] encode(Pixels pixels, Options options, Blocks blocks) throws IOException {
        Functions avif = LIBRARY.required();
        Pointer encoder = required(avif.avifEncoderCreate());
        Pointer image = Pointer.NULL;
        Data data = new Data();
        try (Memory samples = InterleavedSamples.of(pixels)) {
            image = required(image(avif, pixels, options, blocks));
            require(avif, avif.avifImageRGBToYUV(image, interleaved(pixels, samples)));
            set(avif, encoder, options);
            require(avif, avif.avifEncoderWrite(encoder, image, data));
            data.read();
            return data.data.getByteArray(0, data.size.intValue());
        } finally {
            avif.avifRWDataFree(data);
            if (image != Pointer.NULL) {
                avif.avifImageDestroy(image);
            }
            avif.avifEncoderDestroy(encoder);
        }
    }

    private static Pointer image(Functions avif, Pixels pixels, Options options, Blocks blocks) throws IOException {
        boolean grey = pixels.colourBands() == 1;
        boolean exact = options.lossless() && !grey;
        int planes = grey ? GREY : exact ? 1 : 1 + options.chroma().ordinal();
        Pointer image = required(
                avif.avifImageCreate(pixels.size().width(), pixels.size().height(), options.bits(), planes));
        Image colours = new Image(image);
        colours.read();
        colours.colorPrimaries = blocks.icc().isPresent() ? UNSPECIFIED : BT709;
        colours.transferCharacteristics = blocks.icc().isPresent() ? UNSPECIFIED : SRGB;
        colours.matrixCoefficients = exact ? IDENTITY : BT601;
        colours.write();
        avif.avifImageAllocatePlanes(image, pixels.hasAlpha() ? ALL_PLANES : COLOUR_PLANES);
        blocks.icc().ifPresent(icc -> avif.avifImageSetProfileICC(image, icc, new SizeT(icc.length)));
        blocks.exif().ifPresent(exif -> avif.avifImageSetMetadataExif(image, exif, new SizeT(exif.length)));
        blocks.xmp().ifPresent(xmp -> avif.avifImageSetMetadataXMP(image, xmp, new SizeT(xmp.length)));
        return image;
    }

    private static Interleaved interleaved(Pixels pixels, Memory samples) {
        Interleaved rgb = new Interleaved();
        rgb.width = pixels.size().width();
        rgb.height = pixels.size().height();
        rgb.depth = pixels.depth();
        rgb.format = pixels.hasAlpha() ? RGBA : RGB;
        rgb.pixels = samples;
        rgb.rowBytes = Math.toIntExact(samples.size() / rgb.height);
        return rgb;
    }

    private static void set(Functions avif, Pointer at, Options options) {
        Encoder encoder = new Encoder(at);
        encoder.read();
        int worst = options.lossless() ? 0 : 63;
        encoder.maxThreads = 1;
        encoder.speed = SPEED;
        encoder.minQuantizer = 0;
        encoder.maxQuantizer = worst;
        encoder.minQuantizerAlpha = 0;
        encoder.maxQuantizerAlpha = worst;
        encoder.write();
        if (!options.lossless()) {
            avif.avifEncoderSetCodecSpecificOption(at, "end-usage", "q");
            avif.avifEncoderSetCodecSpecificOption(at, "cq-level", String.valueOf(options.quantiser()));
        }
    }

    private static Pointer required(@Nullable Pointer pointer) throws IOException {
        if (pointer == null) {
            throw new IOException("there is not enough memory to encode this picture.");
        }
        return pointer;
    }

    private static void require(Functions avif, int result) throws IOException {
        if (result != 0) {
            throw new IOException("the AVIF library cannot encode this picture (%s)."
                    .formatted(avif.avifResultToString(result).toLowerCase(Locale.ROOT)));
        }
    }

    /** As in the library's header {@code avif.h}. */
    interface Functions extends Library {
        String avifVersion();

        String avifResultToString(int result);

        @Nullable
        Pointer avifImageCreate(int width, int height, int depth, int format);

        void avifImageDestroy(Pointer image);

        void avifImageAllocatePlanes(Pointer image, int planes);

        void avifImageSetProfileICC(Pointer image, byte[] icc, SizeT size);

        void avifImageSetMetadataExif(Pointer image, byte[] exif, SizeT size);

        void avifImageSetMetadataXMP(Pointer image, byte[] xmp, SizeT size);

        int avifImageRGBToYUV(Pointer image, Interleaved rgb);

        @Nullable
        Pointer avifEncoderCreate();

        void avifEncoderSetCodecSpecificOption(Pointer encoder, String key, String value);

        int avifEncoderWrite(Pointer encoder, Pointer image, Data output);

        void avifEncoderDestroy(Pointer encoder);

        void avifRWDataFree(Data data);
    }

    /** The first fields of {@code avifImage}. */
    @Structure.FieldOrder({
        "width",
        "height",
        "depth",
        "yuvFormat",
        "yuvRange",
        "yuvChromaSamplePosition",
        "yuvPlanes",
        "yuvRowBytes",
        "imageOwnsYUVPlanes",
        "alphaPlane",
        "alphaRowBytes",
        "imageOwnsAlphaPlane",
        "alphaPremultiplied",
        "iccData",
        "iccSize",
        "colorPrimaries",
        "transferCharacteristics",
        "matrixCoefficients"
    })
    public static final class Image extends Structure {
        public int width;
        public int height;
        public int depth;
        public int yuvFormat;
        public int yuvRange;
        public int yuvChromaSamplePosition;
        public Pointer[] yuvPlanes = new Pointer[3];
        public int[] yuvRowBytes = new int[3];
        public int imageOwnsYUVPlanes;
        public @Nullable Pointer alphaPlane;
        public int alphaRowBytes;
        public int imageOwnsAlphaPlane;
        public int alphaPremultiplied;
        public @Nullable Pointer iccData;
        public SizeT iccSize = new SizeT();
        public short colorPrimaries;
        public short transferCharacteristics;
        public short matrixCoefficients;

        Image(Pointer at) {
            super(at);
        }
    }

    /** {@code avifRGBImage}. */
    @Structure.FieldOrder({"width", "height", "depth", "format", "usual", "pixels", "rowBytes"})
    public static final class Interleaved extends Structure {
        public int width;
        public int height;
        public int depth;
        public int format;
        /** How chroma is sampled, which code does it, and what alpha means: as the library does it by itself. */
        public int[] usual = new int[6];

        public @Nullable Pointer pixels;
        public int rowBytes;
    }

    /** The first fields of {@code avifEncoder}. */
    @Structure.FieldOrder({
        "codecChoice",
        "maxThreads",
        "speed",
        "keyframeInterval",
        "timescale",
        "minQuantizer",
        "maxQuantizer",
        "minQuantizerAlpha",
        "maxQuantizerAlpha"
    })
    public static final class Encoder extends Structure {
        public int codecChoice;
        public int maxThreads;
        public int speed;
        public int keyframeInterval;
        public long timescale;
        public int minQuantizer;
        public int maxQuantizer;
        public int minQuantizerAlpha;
        public int maxQuantizerAlpha;

        Encoder(Pointer at) {
            super(at);
        }
    }

    /** {@code avifRWData}. */
    @Structure.FieldOrder({"data", "size"})
    public static final class Data extends Structure {
        public @Nullable Pointer data;
        public SizeT size = new SizeT();
    }
}
