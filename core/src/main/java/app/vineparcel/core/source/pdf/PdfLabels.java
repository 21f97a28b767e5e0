package app.vineparcel.core.source.pdf;

import app.vineparcel.core.WorkBudget;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDDocument;

/** What the pages of a PDF are called (ISO 32000-2, 12.4.2); whatever a file says, no more is worked out than it has pages. */
final class PdfLabels {

    private static final int DEEPEST = 40;
    private static final int LONGEST = 40;
    private static final int HIGHEST_ROMAN = 5_000;
    private static final int MOST_LETTERS = 5;
    private static final int[] VALUES = {1000, 900, 500, 400, 100, 90, 50, 40, 10, 9, 5, 4, 1};
    private static final String[] NUMERALS = {"m", "cm", "d", "cd", "c", "xc", "l", "xl", "x", "ix", "v", "iv", "i"};

    private final TreeMap<Integer, COSDictionary> ranges = new TreeMap<>();
    private final Set<COSDictionary> seen = Collections.newSetFromMap(new IdentityHashMap<>());

    private PdfLabels() {}

    static PdfLabels of(PDDocument document) {
        PdfLabels labels = new PdfLabels();
        COSDictionary tree = document.getDocumentCatalog().getCOSObject().getCOSDictionary(COSName.PAGE_LABELS);
        if (tree != null) {
            labels.read(tree, document.getNumberOfPages(), 0);
        }
        return labels;
    }

    private void read(COSDictionary node, int pages, int depth) {
        WorkBudget.check();
        if (depth > DEEPEST || !seen.add(node)) {
            return;
        }
        COSArray numbers = node.getCOSArray(COSName.NUMS);
        for (int i = 0; numbers != null && i + 1 < numbers.size(); i += 2) {
            if (numbers.getObject(i) instanceof COSNumber start
                    && start.longValue() >= 0
                    && start.longValue() < pages
                    && numbers.getObject(i + 1) instanceof COSDictionary range) {
                ranges.put(start.intValue(), range);
            }
        }
        COSArray inner = node.getCOSArray(COSName.KIDS);
        for (int i = 0; inner != null && i < inner.size(); i++) {
            if (inner.getObject(i) instanceof COSDictionary child) {
                read(child, pages, depth + 1);
            }
        }
    }

    /** The label of a page, from 0; its number where the file says none. */
    String of(int page) {
        Map.Entry<Integer, COSDictionary> range = ranges.floorEntry(page);
        if (range == null) {
            return String.valueOf(page + 1);
        }
        long first = Math.max(1, range.getValue().getLong(COSName.ST, 1));
        String style = range.getValue().getNameAsString(COSName.S, "");
        String prefix = range.getValue().getString(COSName.P, "");
        String label = prefix.substring(0, Math.min(LONGEST, prefix.length()))
                + numbered(style, first + page - range.getKey());
        return label.isBlank() ? String.valueOf(page + 1) : label.strip();
    }

    private static String numbered(String style, long number) {
        return switch (style) {
            case "D" -> String.valueOf(number);
            case "R" -> roman(number).toUpperCase(Locale.ROOT);
            case "r" -> roman(number);
            case "A" -> letters(number).toUpperCase(Locale.ROOT);
            case "a" -> letters(number);
            default -> "";
        };
    }

    private static String roman(long number) {
        if (number > HIGHEST_ROMAN) {
            return String.valueOf(number);
        }
        StringBuilder text = new StringBuilder();
        int left = (int) number;
        for (int i = 0; i < VALUES.length; i++) {
            for (; left >= VALUES[i]; left -= VALUES[i]) {
                text.append(NUMERALS[i]);
            }
        }
        return text.toString();
    }

    /** A to Z, then AA to ZZ: one letter, as often as the alphabet has been gone through. */
    private static String letters(long number) {
        long times = (number + 25) / 26;
        return times > MOST_LETTERS
                ? String.valueOf(number)
                : String.valueOf((char) ('a' + (number - 1) % 26)).repeat((int) times);
    }
}
