package app.vineparcel.core.codec;

import com.twelvemonkeys.imageio.metadata.Directory;
import com.twelvemonkeys.imageio.metadata.Entry;
import com.twelvemonkeys.imageio.metadata.tiff.Rational;
import com.twelvemonkeys.imageio.metadata.tiff.TIFFReader;
import com.twelvemonkeys.imageio.stream.ByteArrayImageInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.Set;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.plugins.tiff.TIFFTagSet;

/**
 * Moves the fields of an EXIF block, which is a small TIFF, into the directory of a TIFF file: texts, whole numbers and fractions, with the
 * directories below. Fields of other kinds are left out.
 */
final class ExifFields {

    /** Orientation and resolution, which the writer looks after itself. */
    private static final Set<Integer> WRITERS_OWN = Set.of(0x0112, 0x011a, 0x011b, 0x0128);

    private ExifFields() {}

    static void into(TIFFDirectory target, byte[] exif) throws IOException {
        try (ByteArrayImageInputStream in = new ByteArrayImageInputStream(exif)) {
            copy(new TIFFReader().read(in), target);
        }
    }

    private static void copy(Iterable<Entry> from, TIFFDirectory target) {
        for (Entry entry : from) {
            int number = (Integer) entry.getIdentifier();
            if (!WRITERS_OWN.contains(number)) {
                field(number, entry.getValue()).ifPresent(target::addTIFFField);
            }
        }
    }

    private static Optional<TIFFField> field(int number, Object value) {
        if (value instanceof Directory below) {
            TIFFTag pointer = tag(number, TIFFTag.TIFF_IFD_POINTER);
            TIFFDirectory directory = new TIFFDirectory(new TIFFTagSet[0], pointer);
            copy(below, directory);
            return Optional.of(new TIFFField(pointer, TIFFTag.TIFF_IFD_POINTER, 1L, directory));
        }
        if (value instanceof String text) {
            // the library writes one byte a character; these are the bytes of UTF-8, as everybody writes them today
            String bytes = new String(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.ISO_8859_1);
            return Optional.of(
                    new TIFFField(tag(number, TIFFTag.TIFF_ASCII), TIFFTag.TIFF_ASCII, 1, new String[] {bytes}));
        }
        if (value instanceof Rational fraction) {
            long[][] parts = {{fraction.numerator(), fraction.denominator()}};
            return Optional.of(new TIFFField(tag(number, TIFFTag.TIFF_RATIONAL), TIFFTag.TIFF_RATIONAL, 1, parts));
        }
        if (value instanceof Number whole) {
            long[] parts = {whole.longValue()};
            return Optional.of(new TIFFField(tag(number, TIFFTag.TIFF_LONG), TIFFTag.TIFF_LONG, 1, parts));
        }
        return Optional.empty();
    }

    private static TIFFTag tag(int number, int type) {
        return new TIFFTag("Tag" + number, number, 1 << type);
    }
}
