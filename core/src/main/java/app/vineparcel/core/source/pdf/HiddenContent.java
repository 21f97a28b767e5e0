package app.vineparcel.core.source.pdf;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNull;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdfparser.PDFStreamParser;
import org.apache.pdfbox.pdfwriter.ContentStreamWriter;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/**
 * Takes out of pages what is not to be seen: layers that are off, and spot colours that are kept out. The page then looks the same however it
 * is used, drawn, carried over into another PDF or turned into PostScript. Everything that changes the state of the page stays.
 */
final class HiddenContent {

    private static final Set<String> TEXT = Set.of("Tj", "TJ", "'", "\"");
    private static final int INVISIBLE = 3;

    private final PDDocument document;
    private final Predicate<COSDictionary> layerIsOff;
    private final Predicate<String> inkIsOut;
    private static final int MOST_TOKENS = 5_000_000;

    private final Set<COSStream> done = new HashSet<>();
    private final Set<PDPage> pages = new HashSet<>();

    /**
     * A remover.
     *
     * @param layerIsOff by the dictionary of an optional-content group or membership
     * @param inkIsOut by a spot colour's name
     */
    HiddenContent(PDDocument document, Predicate<COSDictionary> layerIsOff, Predicate<String> inkIsOut) {
        this.document = document;
        this.layerIsOff = layerIsOff;
        this.inkIsOut = inkIsOut;
    }

    /** Cleans a page, once. */
    void remove(PDPage page) throws IOException {
        if (!pages.add(page) || !page.hasContents()) {
            return;
        }
        List<Object> kept = new Filter(page.getResources(), Inks.FIRST).of(tokens(new PDFStreamParser(page)));
        PDStream cleaned = new PDStream(document);
        try (OutputStream out = cleaned.createOutputStream(COSName.FLATE_DECODE)) {
            new ContentStreamWriter(out).writeTokens(kept);
        }
        page.setContents(cleaned);
    }

    private static List<Object> tokens(PDFStreamParser stream) throws IOException {
        List<Object> tokens = new ArrayList<>();
        for (Object token = stream.parseNextToken(); token != null; token = stream.parseNextToken()) {
            WorkBudget.check();
            tokens.add(token);
            if (tokens.size() > MOST_TOKENS) {
                throw new IOException("a page of it has more than %,d operations.".formatted(MOST_TOKENS));
            }
        }
        return tokens;
    }

    private void remove(PDFormXObject form, PDResources outer, Inks first) throws IOException {
        if (!done.add(form.getCOSObject())) {
            return;
        }
        PDResources resources = form.getResources() == null ? outer : form.getResources();
        List<Object> kept = new Filter(resources, first).of(tokens(new PDFStreamParser(form)));
        try (OutputStream out = form.getCOSObject().createOutputStream(COSName.FLATE_DECODE)) {
            new ContentStreamWriter(out).writeTokens(kept);
        }
    }

    /**
     * What is hidden of the colours that are set, and how text is painted (ISO 32000-1, 9.3.6). A form begins with what holds where it is
     * placed first.
     */
    private record Inks(boolean fill, boolean stroke, COSBase textMode) {

        static final Inks FIRST = new Inks(false, false, COSInteger.ZERO);

        Inks filling(boolean hidden) {
            return new Inks(hidden, stroke, textMode);
        }

        Inks stroking(boolean hidden) {
            return new Inks(fill, hidden, textMode);
        }
    }

    /** Goes through one stream of operations. */
    private final class Filter {

        private final PDResources resources;
        private final List<Object> out = new ArrayList<>();
        private final Deque<Inks> saved = new ArrayDeque<>();
        private final Deque<Boolean> marked = new ArrayDeque<>();
        private Inks inks;

        Filter(PDResources resources, Inks first) {
            this.resources = resources;
            this.inks = first;
        }

        List<Object> of(List<Object> tokens) throws IOException {
            List<Object> operands = new ArrayList<>();
            for (Object token : tokens) {
                if (token instanceof Operator operator) {
                    one(operator, operands);
                    operands.clear();
                } else {
                    operands.add(token);
                }
            }
            return out;
        }

        private void one(Operator operator, List<Object> operands) throws IOException {
            follow(operator.getName(), operands);
            String painted = painted(operator.getName());
            if (TEXT.contains(operator.getName()) && (hidden() || inks.fill())) {
                put("Tr", COSInteger.get(INVISIBLE));
                out.addAll(operands);
                out.add(operator);
                put("Tr", inks.textMode());
            } else if (operator.getName().equals("Do")) {
                if (!hidden() && isSeen(first(operands))) {
                    out.addAll(operands);
                    out.add(operator);
                }
            } else if (!painted.isEmpty()) {
                out.addAll(painted.equals(operator.getName()) ? operands : List.of());
                out.add(painted.equals(operator.getName()) ? operator : Operator.getOperator(painted));
            }
        }

        private void put(String operator, COSBase operand) {
            out.add(operand);
            out.add(Operator.getOperator(operator));
        }

        private boolean hidden() {
            return marked.contains(true);
        }

        /** What happens to the state. */
        private void follow(String operator, List<Object> operands) throws IOException {
            switch (operator) {
                case "q" -> saved.push(inks);
                case "Q" -> inks = saved.isEmpty() ? inks : saved.pop();
                case "cs" -> inks = inks.filling(isOut(operands));
                case "CS" -> inks = inks.stroking(isOut(operands));
                case "g", "rg", "k" -> inks = inks.filling(false);
                case "G", "RG", "K" -> inks = inks.stroking(false);
                case "Tr" -> inks = new Inks(inks.fill(), inks.stroke(), first(operands));
                case "BMC" -> marked.push(false);
                case "BDC" -> marked.push(isOff(operands));
                case "EMC" -> {
                    if (!marked.isEmpty()) {
                        marked.pop();
                    }
                }
                default -> {
                    // changes nothing that matters here
                }
            }
        }

        /** The operator that paints what may be seen; nothing where all of it is left out. */
        private String painted(String operator) {
            boolean fill = hidden() || inks.fill();
            boolean stroke = hidden() || inks.stroke();
            return switch (operator) {
                case "f", "F", "f*" -> fill ? "n" : operator;
                case "S", "s" -> stroke ? "n" : operator;
                case "B", "b" ->
                    fill && stroke ? "n" : fill ? (operator.equals("b") ? "s" : "S") : stroke ? "f" : operator;
                case "B*", "b*" ->
                    fill && stroke ? "n" : fill ? (operator.equals("b*") ? "s" : "S") : stroke ? "f*" : operator;
                case "sh", "BI" -> hidden() ? "" : operator;
                default -> operator;
            };
        }

        /** A damaged page may have none where one is expected. */
        private static COSBase first(List<Object> operands) {
            return operands.isEmpty() || !(operands.get(0) instanceof COSBase operand) ? COSNull.NULL : operand;
        }

        private boolean isOut(List<Object> operands) throws IOException {
            COSDictionary spaces = resources.getCOSObject().getCOSDictionary(COSName.COLORSPACE);
            return spaces != null
                    && first(operands) instanceof COSName name
                    && spaces.getDictionaryObject(name) instanceof COSArray array
                    && array.size() > 1
                    && COSName.SEPARATION.equals(array.getObject(0))
                    && array.getObject(1) instanceof COSName ink
                    && inkIsOut.test(ink.getName());
        }

        private boolean isOff(List<Object> operands) {
            if (operands.size() < 2
                    || !COSName.OC.equals(operands.get(0))
                    || !(operands.get(1) instanceof COSName name)) {
                return false;
            }
            COSDictionary properties = resources.getCOSObject().getCOSDictionary(COSName.PROPERTIES);
            COSDictionary layer = properties == null ? null : properties.getCOSDictionary(name);
            return layer != null && layerIsOff.test(layer);
        }

        private boolean isSeen(COSBase object) throws IOException {
            COSDictionary objects = resources.getCOSObject().getCOSDictionary(COSName.XOBJECT);
            if (objects == null
                    || !(object instanceof COSName name)
                    || !(objects.getDictionaryObject(name) instanceof COSStream stream)) {
                return true;
            }
            COSDictionary layer = stream.getCOSDictionary(COSName.OC);
            if (layer != null && layerIsOff.test(layer)) {
                return false;
            }
            if (COSName.FORM.equals(stream.getCOSName(COSName.SUBTYPE))) {
                remove(new PDFormXObject(stream), resources, inks);
            }
            return true;
        }
    }
}
