package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.NotRead;
import java.io.IOException;
import java.util.Map;

/** How the chunks of a page are packed (tag 259). */
enum Packing {
    NONE,
    LZW,
    DEFLATE,
    PACK_BITS,
    FAX,
    /** Unpacked by a library together with its colours. */
    JPEG;

    private static final Map<Integer, Packing> READ = Map.of(
            1, NONE, 2, FAX, 3, FAX, 4, FAX, 5, LZW, 6, JPEG, 7, JPEG, 8, DEFLATE, 32946, DEFLATE, 32773, PACK_BITS);

    private static final Map<Integer, String> NAMES = Map.ofEntries(
            Map.entry(9, "JBIG"),
            Map.entry(10, "JBIG"),
            Map.entry(32766, "NeXT"),
            Map.entry(32771, "CCITT word-aligned"),
            Map.entry(32809, "ThunderScan"),
            Map.entry(32908, "PixarFilm"),
            Map.entry(32909, "PixarLog"),
            Map.entry(33003, "JPEG 2000"),
            Map.entry(33004, "JPEG 2000"),
            Map.entry(33005, "JPEG 2000"),
            Map.entry(34661, "JBIG"),
            Map.entry(34676, "SGI LogLuv"),
            Map.entry(34677, "SGI LogLuv"),
            Map.entry(34712, "JPEG 2000"),
            Map.entry(34887, "LERC"),
            Map.entry(34892, "lossy JPEG of raw data"),
            Map.entry(34925, "LZMA"),
            Map.entry(50000, "Zstandard"),
            Map.entry(50001, "WebP"),
            Map.entry(50002, "JPEG XL"));

    /**
     * The packing behind a code.
     *
     * @throws IOException in words, by its name, if it is not read
     */
    static Packing of(int code) throws IOException {
        Packing known = READ.get(code);
        if (known == null) {
            throw new NotRead("TIFF with %s compression is not read."
                    .formatted(NAMES.getOrDefault(code, "the unknown number " + code + " as its")));
        }
        return known;
    }
}
