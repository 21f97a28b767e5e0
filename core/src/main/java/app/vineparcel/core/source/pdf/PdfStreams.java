package app.vineparcel.core.source.pdf;

import app.vineparcel.core.WorkBudget;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDocument;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.cos.COSObjectKey;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.filter.FilterFactory;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Looks at how large a PDF's pictures say they are and at how much its packed streams unpack to, before the library takes memory for either: it
 * unpacks every stream as a whole.
 */
final class PdfStreams {

    private static final int MOST_OBJECTS = 2_000_000;
    private static final long LARGEST = 128_000_000;
    private static final long LARGEST_PICTURE = 2_000_000_000;
    /** More than this no packing of PDF makes of a byte (deflate 1,032; LZW 4,096 letters for 12 bits). */
    private static final long MOST_A_BYTE = 2_731;

    private static final int MOST_BYTES_A_PIXEL = 16;
    /** Every patch of some bytes becomes hundreds of triangles. */
    private static final int LARGEST_MESH = 1_000_000;

    private static final int COONS_PATCHES = 6;
    private static final int LARGEST_FUNCTION = 32_000;
    private static final List<COSName> PACKINGS =
            List.of(COSName.FLATE_DECODE, COSName.LZW_DECODE, COSName.RUN_LENGTH_DECODE);

    private PdfStreams() {}

    /**
     * Looks at all of them.
     *
     * @param pixelBudget the most px of a picture
     * @throws IOException with a reason in words
     */
    static void requireWithin(PDDocument document, long pixelBudget) throws IOException {
        COSDocument objects = document.getDocument();
        if (objects.getXrefTable().size() > MOST_OBJECTS) {
            throw new IOException("it holds more than two million objects.");
        }
        for (COSObjectKey key : objects.getXrefTable().keySet()) {
            WorkBudget.check();
            COSObject object = objects.getObjectFromPool(key);
            if (object.getObject() instanceof COSStream stream) {
                picture(stream, pixelBudget);
                packed(stream);
            }
        }
    }

    private static void picture(COSStream stream, long pixelBudget) throws IOException {
        if (COSName.IMAGE.equals(stream.getCOSName(COSName.SUBTYPE))) {
            long pixels = Math.max(0, stream.getLong(COSName.WIDTH)) * Math.max(0, stream.getLong(COSName.HEIGHT));
            if (pixels > pixelBudget) {
                throw new IOException("a picture in it has %d million pixels, more than the limit of %d million."
                        .formatted(pixels / 1_000_000, pixelBudget / 1_000_000));
            }
        }
    }

    private static void packed(COSStream stream) throws IOException {
        List<COSName> filters = filters(stream.getFilters());
        boolean calculates = stream.getInt(COSName.FUNCTION_TYPE) == 4;
        boolean picture = COSName.IMAGE.equals(stream.getCOSName(COSName.SUBTYPE));
        boolean patches = stream.getInt(COSName.SHADING_TYPE) >= COONS_PATCHES;
        long most = calculates ? LARGEST_FUNCTION : patches ? LARGEST_MESH : picture ? size(stream) : LARGEST;
        if (filters.size() > 1 || calculates || patches || stream.getLength() * MOST_A_BYTE > LARGEST) {
            unpack(stream, filters, most);
        }
    }

    private static void unpack(COSStream stream, List<COSName> filters, long most) throws IOException {
        try (InputStream raw = stream.createRawInputStream()) {
            InputStream from = raw;
            for (int i = 0; i < filters.size(); i++) {
                if (!PACKINGS.contains(filters.get(i)) && !isText(filters.get(i))) {
                    return; // pictures, which say how large they are
                }
                boolean last = i == filters.size() - 1;
                Counted into = new Counted(most, !last);
                FilterFactory.INSTANCE.getFilter(filters.get(i)).decode(from, into, stream, i);
                from = new ByteArrayInputStream(into.kept.toByteArray());
            }
        } catch (TooMuch e) {
            throw new IOException("a part of it unpacks to more than %,d kB.".formatted(most / 1000), e);
        } catch (IOException | RuntimeException damaged) {
            // whoever needs the stream says so
        }
    }

    private static boolean isText(COSName filter) {
        return filter.equals(COSName.ASCII85_DECODE) || filter.equals(COSName.ASCII_HEX_DECODE);
    }

    /** What its rows may take, and a little more for what programs write behind them. */
    private static long size(COSStream picture) {
        long samples = Math.max(0, picture.getLong(COSName.WIDTH)) * Math.max(0, picture.getLong(COSName.HEIGHT));
        return Math.min(LARGEST_PICTURE, samples * MOST_BYTES_A_PIXEL + LARGEST / 2);
    }

    private static List<COSName> filters(COSBase said) {
        List<COSName> names = new ArrayList<>();
        if (said instanceof COSName one) {
            names.add(one);
        } else if (said instanceof COSArray several) {
            for (int i = 0; i < several.size(); i++) {
                if (several.getObject(i) instanceof COSName name) {
                    names.add(name);
                }
            }
        }
        return names;
    }

    private static final class TooMuch extends IOException {
        private static final long serialVersionUID = 1L;
    }

    private static final class Counted extends OutputStream {

        private final ByteArrayOutputStream kept = new ByteArrayOutputStream();
        private final long most;
        private final boolean keeps;
        private long count;

        Counted(long most, boolean keeps) {
            this.most = most;
            this.keeps = keeps;
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            WorkBudget.check();
            count += length;
            if (count > most) {
                throw new TooMuch();
            }
            if (keeps) {
                kept.write(bytes, from, length);
            }
        }
    }
}
