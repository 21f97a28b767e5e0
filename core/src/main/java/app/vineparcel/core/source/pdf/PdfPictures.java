package app.vineparcel.core.source.pdf;

import java.io.IOException;
import org.apache.pdfbox.cos.COSDocument;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.cos.COSObjectKey;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Looks at how large a PDF's pictures say they are, before any is unpacked. */
final class PdfPictures {

    private static final int MOST_LOOKED_AT = 100_000;

    private PdfPictures() {}

    static void requireWithin(PDDocument document, long pixelBudget) throws IOException {
        COSDocument objects = document.getDocument();
        int looked = 0;
        for (COSObjectKey key : objects.getXrefTable().keySet()) {
            if (looked++ > MOST_LOOKED_AT) {
                return;
            }
            COSObject object = objects.getObjectFromPool(key);
            if (object.getObject() instanceof COSStream stream
                    && COSName.IMAGE.equals(stream.getCOSName(COSName.SUBTYPE))) {
                long pixels = stream.getLong(COSName.WIDTH) * stream.getLong(COSName.HEIGHT);
                if (pixels > pixelBudget) {
                    throw new IOException("a picture in it has %d million pixels, more than the limit of %d million."
                            .formatted(pixels / 1_000_000, pixelBudget / 1_000_000));
                }
            }
        }
    }
}
