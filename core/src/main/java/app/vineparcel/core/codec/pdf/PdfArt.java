package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Extent;
import java.io.IOException;
import java.util.Optional;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/** Something that can be put on a PDF page: vectors stay vectors, text stays text. */
public interface PdfArt {

    /** Its natural size, in points. */
    Extent size();

    /**
     * The art as a form whose lower left corner is at the origin and that is as large as {@link #size()}.
     *
     * @throws IOException with a reason in words if it cannot be had
     */
    PDFormXObject into(PdfTarget target) throws IOException;

    /**
     * A page that can be carried over as it is, with its links and annotations.
     *
     * @return empty where only a form will do
     */
    default Optional<PDPage> carried(PdfTarget target) throws IOException {
        return Optional.empty();
    }
}
