package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.codec.formats.StrippedPicture;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObjectKey;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDStream;

/**
 * What the pages and pictures inside a PDF say of themselves, besides the document as a whole: XMP packets and private data of programs
 * (ISO 32000-1, 14.3.2 and 14.5), and the blocks that a JPEG picture imported along.
 */
public final class CarriedData {

    private static final COSName PIECE_INFO = COSName.getPDFName("PieceInfo");
    private static final List<String> JPEG =
            List.of(COSName.DCT_DECODE.getName(), COSName.DCT_DECODE_ABBREVIATION.getName());

    private CarriedData() {}

    /**
     * What it says.
     *
     * @param jpegs whole JPEG files
     * @param packets XMP as UTF-8
     */
    public record Found(List<byte[]> jpegs, List<byte[]> packets) {}

    /**
     * Looks into a file.
     *
     * @throws IOException if it is no PDF
     */
    public static Found in(Path pdf) throws IOException {
        Found found = new Found(new ArrayList<>(), new ArrayList<>());
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            for (COSDictionary object : objects(document)) {
                if (object instanceof COSStream stream && isJpeg(stream)) {
                    found.jpegs().add(jpeg(stream));
                }
                if (object.getDictionaryObject(COSName.METADATA) instanceof COSStream packet) {
                    try (InputStream in = packet.createInputStream()) {
                        found.packets().add(in.readAllBytes());
                    }
                }
            }
        }
        return found;
    }

    /** Takes it out of a document that is open; says whether there was any. */
    static boolean strip(PDDocument document) throws IOException {
        boolean changed = false;
        COSDictionary whole = document.getDocumentCatalog().getCOSObject();
        for (COSDictionary object : objects(document)) {
            if (object != whole) {
                changed |= dropped(object, COSName.METADATA) | dropped(object, PIECE_INFO);
            }
            if (object instanceof COSStream stream && isJpeg(stream)) {
                changed |= stripped(stream);
            }
        }
        return changed;
    }

    private static List<COSDictionary> objects(PDDocument document) {
        List<COSDictionary> all = new ArrayList<>();
        for (COSObjectKey key : document.getDocument().getXrefTable().keySet()) {
            if (document.getDocument().getObjectFromPool(key).getObject() instanceof COSDictionary dictionary) {
                all.add(dictionary);
            }
        }
        return all;
    }

    private static boolean dropped(COSDictionary object, COSName key) {
        boolean there = object.containsKey(key);
        object.removeItem(key);
        return there;
    }

    private static boolean isJpeg(COSStream stream) {
        List<COSName> filters = new PDStream(stream).getFilters();
        return !filters.isEmpty()
                && JPEG.contains(filters.get(filters.size() - 1).getName());
    }

    /** Its bytes with every packing around them undone. */
    private static byte[] jpeg(COSStream stream) throws IOException {
        try (InputStream in = new PDStream(stream).createInputStream(JPEG)) {
            return in.readAllBytes();
        }
    }

    private static boolean stripped(COSStream stream) throws IOException {
        byte[] jpeg = jpeg(stream);
        byte[] bare = StrippedPicture.of(jpeg);
        if (bare == jpeg) {
            return false;
        }
        Optional<COSBase> parameters = Optional.ofNullable(stream.getDictionaryObject(COSName.DECODE_PARMS))
                .map(one -> one instanceof COSArray many ? many.getObject(many.size() - 1) : one)
                .filter(COSDictionary.class::isInstance);
        try (OutputStream out = stream.createRawOutputStream()) {
            out.write(bare);
        }
        stream.setItem(COSName.FILTER, COSName.DCT_DECODE);
        stream.removeItem(COSName.DECODE_PARMS);
        parameters.ifPresent(kept -> stream.setItem(COSName.DECODE_PARMS, kept));
        return true;
    }
}
