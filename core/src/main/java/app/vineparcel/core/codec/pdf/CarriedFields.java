package app.vineparcel.core.codec.pdf;

import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.jspecify.annotations.Nullable;

/**
 * Form fields of pages that are carried over (ISO 32000-1, 12.7). A widget gets a field of its own document's form again, with its type, its name
 * and its value; widgets of one field stay together. Names that come twice are numbered.
 */
final class CarriedFields {

    private static final int DEEPEST = 50;
    private static final List<COSName> INHERITED = List.of(
            COSName.FT,
            COSName.V,
            COSName.DV,
            COSName.FF,
            COSName.DA,
            COSName.Q,
            COSName.MAX_LEN,
            COSName.OPT,
            COSName.TU);

    private final PDDocument target;
    private final Map<COSDictionary, COSDictionary> made = new IdentityHashMap<>();
    private final Set<String> names = new HashSet<>();
    private @Nullable COSDictionary form;

    CarriedFields(PDDocument target) {
        this.target = target;
    }

    /**
     * Gives a widget its field.
     *
     * @param widget already of the target, still with the parent that it had
     * @param source the document that it comes from
     */
    void carry(COSDictionary widget, PDDocument source) {
        COSDictionary field = fieldOf(widget);
        if (field == null) {
            return;
        }
        COSDictionary own = made.computeIfAbsent(field, from -> field(from, source));
        widget.setItem(COSName.PARENT, own);
        INHERITED.forEach(widget::removeItem);
        widget.removeItem(COSName.T);
        ((COSArray) own.getDictionaryObject(COSName.KIDS)).add(widget);
    }

    /** The dictionary with the field's name: the widget itself, or what stands above it. */
    private static @Nullable COSDictionary fieldOf(COSDictionary widget) {
        COSDictionary at = widget;
        for (int depth = 0; at != null && depth < DEEPEST; depth++) {
            if (at.getDictionaryObject(COSName.T) != null) {
                return at;
            }
            at = at.getCOSDictionary(COSName.PARENT);
        }
        return null;
    }

    private COSDictionary field(COSDictionary from, PDDocument source) {
        COSDictionary field = new COSDictionary();
        for (COSName name : INHERITED) {
            COSBase value = inherited(from, name);
            if (value != null) {
                field.setItem(name, value);
            }
        }
        field.setString(COSName.T, unique(fullName(from)));
        field.setItem(COSName.KIDS, new COSArray());
        ((COSArray) form(source).getDictionaryObject(COSName.FIELDS)).add(field);
        return field;
    }

    private static @Nullable COSBase inherited(COSDictionary from, COSName name) {
        COSDictionary at = from;
        for (int depth = 0; at != null && depth < DEEPEST; depth++) {
            if (at.getDictionaryObject(name) != null) {
                return at.getDictionaryObject(name);
            }
            at = at.getCOSDictionary(COSName.PARENT);
        }
        return null;
    }

    /** The names from the outermost field down, with dots between. */
    private static String fullName(COSDictionary field) {
        StringBuilder name = new StringBuilder();
        COSDictionary at = field;
        for (int depth = 0; at != null && depth < DEEPEST; depth++) {
            String own = at.getString(COSName.T);
            if (own != null) {
                name.insert(0, name.isEmpty() ? own : own + "_");
            }
            at = at.getCOSDictionary(COSName.PARENT);
        }
        return name.toString().replace('.', '_');
    }

    private String unique(String name) {
        String free = name;
        for (int i = 2; !names.add(free); i++) {
            free = name + "-" + i;
        }
        return free;
    }

    private COSDictionary form(PDDocument source) {
        COSDictionary theirs = source.getDocumentCatalog().getCOSObject().getCOSDictionary(COSName.ACRO_FORM);
        if (form == null) {
            form = new COSDictionary();
            form.setItem(COSName.FIELDS, new COSArray());
            target.getDocumentCatalog().getCOSObject().setItem(COSName.ACRO_FORM, form);
        }
        if (theirs != null) {
            for (COSName name : List.of(COSName.DA, COSName.NEED_APPEARANCES, COSName.Q)) {
                if (theirs.getDictionaryObject(name) != null && form.getDictionaryObject(name) == null) {
                    form.setItem(name, theirs.getDictionaryObject(name));
                }
            }
            fonts(theirs);
        }
        return form;
    }

    /** The fonts that fields name; of two of one name the first stays. */
    private void fonts(COSDictionary theirs) {
        COSDictionary resources = theirs.getCOSDictionary(COSName.DR);
        COSDictionary fonts = resources == null ? null : resources.getCOSDictionary(COSName.FONT);
        if (fonts == null || form == null) {
            return;
        }
        COSDictionary own = form.getCOSDictionary(COSName.DR);
        if (own == null) {
            own = new COSDictionary();
            own.setItem(COSName.FONT, new COSDictionary());
            form.setItem(COSName.DR, own);
        }
        COSDictionary held = own.getCOSDictionary(COSName.FONT);
        for (COSName name : fonts.keySet()) {
            if (held.getDictionaryObject(name) == null) {
                held.setItem(name, fonts.getItem(name));
            }
        }
    }
}
