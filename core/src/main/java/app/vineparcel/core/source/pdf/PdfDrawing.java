package app.vineparcel.core.source.pdf;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.pdf.LateClipDrawer;
import java.awt.Graphics2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.contentstream.operator.MissingOperandException;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.contentstream.operator.OperatorName;
import org.apache.pdfbox.contentstream.operator.state.EmptyGraphicsStackException;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDVectorFont;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;
import org.apache.pdfbox.rendering.RenderDestination;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/**
 * Draws pages and remembers what could not be drawn. The library would pass over most of that without a word, and give up a whole page for the
 * rest; here a part that cannot be drawn is left out, and told.
 */
final class PdfDrawing {

    private static final Set<String> TEXT = Set.of(
            OperatorName.SHOW_TEXT,
            OperatorName.SHOW_TEXT_ADJUSTED,
            OperatorName.SHOW_TEXT_LINE,
            OperatorName.SHOW_TEXT_LINE_AND_SPACE,
            OperatorName.SET_FONT_AND_SIZE);
    private static final Set<String> PICTURES = Set.of(OperatorName.DRAW_OBJECT, OperatorName.BEGIN_INLINE_IMAGE);

    private final PDFRenderer renderer;
    private final Set<Notice> faults = new LinkedHashSet<>();

    PdfDrawing(PDDocument document) {
        this.renderer = new PDFRenderer(document) {
            @Override
            protected PageDrawer createPageDrawer(PageDrawerParameters parameters) throws IOException {
                return new Drawer(parameters);
            }
        };
        renderer.setAnnotationsFilter(PDAnnotation::isPrinted);
    }

    /** Draws a page, scaled; see {@link PDFRenderer#renderPageToGraphics}. */
    void page(int page, Graphics2D graphics, float scaleX, float scaleY) throws IOException {
        renderer.renderPageToGraphics(page, graphics, scaleX, scaleY, RenderDestination.PRINT);
    }

    /** What was found since this was asked last. */
    List<Notice> faults() {
        List<Notice> found = new ArrayList<>(faults);
        faults.clear();
        return found;
    }

    private void missing(String operator, Exception why) {
        String what = PICTURES.contains(operator)
                ? "A picture or a group of shapes"
                : TEXT.contains(operator)
                        ? "Text"
                        : operator.equals(OperatorName.SHADING_FILL) ? "A shading" : "A part";
        faults.add(
                Notice.caution(
                        "not-drawn",
                        what
                                + " on its page cannot be drawn and is missing. Export the page again from the program that made it."));
        System.getLogger(PdfDrawing.class.getName()).log(System.Logger.Level.DEBUG, "a part of a page", why);
    }

    private final class Drawer extends LateClipDrawer {

        Drawer(PageDrawerParameters parameters) throws IOException {
            super(parameters);
        }

        @Override
        protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
            try {
                super.processOperator(operator, operands);
            } catch (RuntimeException e) {
                missing(operator.getName(), e);
            }
        }

        @Override
        protected void finelyDashed() {
            faults.add(Notice.caution(
                    "dashes-left-out", "A line of more than a million dashes on its page is drawn without gaps."));
        }

        @Override
        protected void operatorException(Operator operator, List<COSBase> operands, IOException e) {
            // a number too few or a state too often restored paints nothing wrong
            if (!(e instanceof MissingOperandException) && !(e instanceof EmptyGraphicsStackException)) {
                missing(operator.getName(), e);
            }
        }

        @Override
        public void shadingFill(COSName name) throws IOException {
            if (getResources() == null || getResources().getShading(name) == null) {
                missing(OperatorName.SHADING_FILL, new IOException("no such shading"));
                return;
            }
            super.shadingFill(name);
        }

        @Override
        protected void showFontGlyph(Matrix matrix, PDFont font, int code, Vector displacement) throws IOException {
            super.showFontGlyph(matrix, font, code, displacement);
            boolean seen = getGraphicsState().getTextState().getRenderingMode() != RenderingMode.NEITHER;
            if (seen && font instanceof PDVectorFont outlines && lacks(font, outlines, code)) {
                faults.add(Notice.caution(
                        "letters-missing",
                        "Its font “%s” lacks letters that the page uses; they are not drawn. Embed the whole font where the file is made."
                                .formatted(font.getName())));
            }
        }

        private boolean lacks(PDFont font, PDVectorFont outlines, int code) throws IOException {
            String letter = font.toUnicode(code);
            boolean blank = letter == null
                    || letter.isEmpty()
                    || letter.codePoints()
                            .allMatch(c -> c <= ' '
                                    || Character.isSpaceChar(c)
                                    || Character.isWhitespace(c)
                                    || Character.getType(c) == Character.FORMAT
                                    || Character.isISOControl(c));
            return !blank && font.getWidth(code) > 0 && !outlines.hasGlyph(code);
        }
    }
}
