package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.colour.BuiltInProfile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.multipdf.PDFCloneUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;
import org.apache.pdfbox.pdmodel.graphics.color.PDICCBased;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.jspecify.annotations.Nullable;

/** A PDF in the making and what its pages share: fonts, the sRGB profile, and pages that were imported over from other documents. */
public final class PdfTarget {

    private static final int MOST_FORMS = 50_000;

    private int formsMade;

    private final PDDocument document;
    private final LayerUtility imports;
    private final CarriedFields fields;
    private final FontUse fontUse;
    private final Map<TrueTypeFont, Optional<PDFont>> fonts = new IdentityHashMap<>();
    private final List<PDFont> subsets = new ArrayList<>();
    private final Map<String, PDFormXObject> forms = new HashMap<>();
    private final Cloning cloning;
    private @Nullable PDICCBased srgb;

    /** The library's copying of objects between documents, whose constructor is for heirs only. */
    private static final class Cloning extends PDFCloneUtility {
        Cloning(PDDocument into) {
            super(into);
        }
    }

    /** What becomes of text. */
    public enum FontUse {
        /** It stays text, with the glyphs it needs in the file. */
        EMBED,
        /** It becomes outlines. */
        OUTLINE
    }

    /** A document that text goes into as text. */
    public PdfTarget(PDDocument document) {
        this(document, FontUse.EMBED);
    }

    /** A document. */
    public PdfTarget(PDDocument document, FontUse fontUse) {
        this.document = document;
        this.fontUse = fontUse;
        this.imports = new LayerUtility(document);
        this.fields = new CarriedFields(document);
        this.cloning = new Cloning(document);
    }

    CarriedFields fields() {
        return fields;
    }

    PDDocument document() {
        return document;
    }

    LayerUtility imports() {
        return imports;
    }

    /** The font in this document; empty if its maker does not permit embedding, or text is to become outlines. */
    Optional<PDFont> font(TrueTypeFont font) {
        if (fontUse == FontUse.OUTLINE) {
            return Optional.empty();
        }
        return fonts.computeIfAbsent(font, f -> {
            try {
                PDFont embedded = PDType0Font.load(document, f, true);
                subsets.add(embedded);
                return Optional.of(embedded);
            } catch (IOException notPermitted) {
                return Optional.empty();
            }
        });
    }

    /** A form that is made once. */
    PDFormXObject once(String key, Making making) throws IOException {
        PDFormXObject known = forms.get(key);
        if (known == null) {
            known = making.make();
            forms.put(key, known);
        }
        return known;
    }

    /** Makes a form. */
    @FunctionalInterface
    interface Making {
        PDFormXObject make() throws IOException;
    }

    /** A form of another document, which has to stay open, in this one. */
    PDFormXObject copy(PDFormXObject form) throws IOException {
        return new PDFormXObject(cloning.cloneForNewDocument(form.getCOSObject()));
    }

    /** An empty form of that size, in which plain RGB numbers mean sRGB. */
    PDFormXObject form(PDRectangle box) throws IOException {
        if (++formsMade > MOST_FORMS) {
            throw WorkBudget.Exceeded.ofNature(
                    "Its patterns and masks repeat into more than %,d parts.".formatted(MOST_FORMS));
        }
        PDFormXObject form = new PDFormXObject(document);
        form.setBBox(box);
        form.setFormType(1);
        PDResources resources = new PDResources();
        resources.getCOSObject().setItem(COSName.COLORSPACE, defaults());
        form.setResources(resources);
        return form;
    }

    private COSDictionary defaults() throws IOException {
        COSDictionary spaces = new COSDictionary();
        spaces.setItem(COSName.DEFAULT_RGB, srgb().getCOSObject());
        return spaces;
    }

    PDColorSpace srgb() throws IOException {
        if (srgb == null) {
            srgb = profile(BuiltInProfile.SRGB.profile().bytes(), 3);
        }
        return srgb;
    }

    /** A profile as a colour space. */
    PDICCBased profile(byte[] icc, int bands) throws IOException {
        PDICCBased space = new PDICCBased(document);
        try (OutputStream out = space.getPDStream().createOutputStream(COSName.FLATE_DECODE)) {
            out.write(icc);
        }
        space.getPDStream().getCOSObject().setInt(COSName.N, bands);
        space.getPDStream()
                .getCOSObject()
                .setItem(
                        COSName.ALTERNATE,
                        bands == 1 ? COSName.DEVICEGRAY : bands == 3 ? COSName.DEVICERGB : COSName.DEVICECMYK);
        return (PDICCBased) PDColorSpace.create(space.getCOSObject());
    }

    /** Cuts the embedded fonts down to what was used; to be called once, when everything is drawn. */
    void finishFonts() throws IOException {
        for (PDFont font : subsets) {
            if (font.willBeSubset()) {
                font.subset();
            }
        }
    }

    static ByteArrayInputStream stream(byte[] bytes) {
        return new ByteArrayInputStream(bytes);
    }
}
