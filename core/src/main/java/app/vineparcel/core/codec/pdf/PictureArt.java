package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/**
 * A picture for a page.
 *
 * @param pixels its size
 * @param size on paper, points
 * @param samples packed by the deflate method or as JPEG, row by row, without alpha
 * @param jpeg whether the samples are a JPEG
 * @param bands 1, 3 or 4
 * @param alpha 8-bit opacity of every pixel; empty for none
 * @param icc what the colours mean
 */
public record PictureArt(
        PixelSize pixels, Extent size, byte[] samples, boolean jpeg, int bands, byte[] alpha, byte[] icc)
        implements PdfArt {

    @Override
    public PDFormXObject into(PdfTarget target) throws IOException {
        PDImageXObject image = new PDImageXObject(
                target.document(),
                new ByteArrayInputStream(samples),
                jpeg ? COSName.DCT_DECODE : COSName.FLATE_DECODE,
                pixels.width(),
                pixels.height(),
                8,
                target.profile(icc, bands));
        if (alpha.length > 0) {
            BufferedImage grey = new BufferedImage(pixels.width(), pixels.height(), BufferedImage.TYPE_BYTE_GRAY);
            grey.getRaster().setDataElements(0, 0, pixels.width(), pixels.height(), alpha);
            image.getCOSObject().setItem(COSName.SMASK, LosslessFactory.createFromImage(target.document(), grey));
        }
        PDFormXObject form = target.form(new PDRectangle((float) size.width(), (float) size.height()));
        try (PDFormContentStream out = new PDFormContentStream(form)) {
            out.drawImage(image, 0, 0, (float) size.width(), (float) size.height());
        }
        return form;
    }
}
