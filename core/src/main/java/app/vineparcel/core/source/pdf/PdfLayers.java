package app.vineparcel.core.source.pdf;

import app.vineparcel.core.source.HelperName;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.SourceOptions;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentGroup;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentProperties;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.jspecify.annotations.Nullable;

/** A PDF's optional-content layers (ISO 32000-1, 8.11), and its spot colours; one that overprints is likely a die-line. */
final class PdfLayers {

    private static final String SPOT = "spot:";
    private static final List<String> NO_SPOTS = List.of("All", "None", "Black", "Cyan", "Magenta", "Yellow");
    private static final int DEEPEST = 20;

    private final @Nullable PDOptionalContentProperties properties;
    private final List<Layer> all;

    private PdfLayers(@Nullable PDOptionalContentProperties properties, List<Layer> all) {
        this.properties = properties;
        this.all = List.copyOf(all);
    }

    static PdfLayers of(PDDocument document) throws IOException {
        PDOptionalContentProperties properties = document.getDocumentCatalog().getOCProperties();
        Map<String, Layer> layers = new LinkedHashMap<>();
        if (properties != null) {
            for (PDOptionalContentGroup group : properties.getOptionalContentGroups()) {
                String name = group.getName() == null ? "" : group.getName();
                Optional<String> helper = HelperName.reason(name).or(() -> unprinted(group));
                layers.putIfAbsent(name, new Layer(name, name, isOn(properties, group.getCOSObject()), helper));
            }
        }
        spots(document).forEach(layer -> layers.putIfAbsent(layer.key(), layer));
        return new PdfLayers(properties, new ArrayList<>(layers.values()));
    }

    /** What the document's usual configuration says: the base state, then what is turned on, then what is turned off (8.11.4.3, table 101). */
    private static boolean isOn(PDOptionalContentProperties properties, COSDictionary group) {
        COSDictionary usual = properties.getCOSObject().getCOSDictionary(COSName.D);
        if (usual == null) {
            return true;
        }
        boolean on = !"OFF".equals(usual.getNameAsString(COSName.BASE_STATE));
        return (on || names(usual, COSName.ON, group)) && !names(usual, COSName.OFF, group);
    }

    private static boolean names(COSDictionary configuration, COSName list, COSDictionary group) {
        if (configuration.getDictionaryObject(list) instanceof COSArray groups) {
            for (int i = 0; i < groups.size(); i++) {
                if (groups.getObject(i) == group) {
                    return true;
                }
            }
        }
        return false;
    }

    /** A layer whose usage says that it is not for print. */
    private static Optional<String> unprinted(PDOptionalContentGroup group) {
        COSDictionary usage = group.getCOSObject().getCOSDictionary(COSName.getPDFName("Usage"));
        COSDictionary print = usage == null ? null : usage.getCOSDictionary(COSName.getPDFName("Print"));
        boolean off = print != null && "OFF".equals(print.getNameAsString(COSName.getPDFName("PrintState")));
        return off ? Optional.of("the document says that it is not printed") : Optional.empty();
    }

    /** The spot colours of all pages and of what is placed on them. */
    private static List<Layer> spots(PDDocument document) throws IOException {
        Map<String, Boolean> overprinting = new LinkedHashMap<>();
        Set<COSDictionary> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        for (PDPage page : document.getPages()) {
            if (page.getResources() != null) {
                spots(page.getResources(), overprinting, seen, 0);
            }
        }
        List<Layer> found = new ArrayList<>();
        overprinting.forEach((ink, overprints) -> found.add(new Layer(
                SPOT + ink,
                ink,
                true,
                overprints ? Optional.of("the spot colour “%s” overprints".formatted(ink)) : HelperName.reason(ink))));
        return found;
    }

    private static void spots(
            PDResources resources, Map<String, Boolean> overprinting, Set<COSDictionary> seen, int depth)
            throws IOException {
        if (depth > DEEPEST || !seen.add(resources.getCOSObject())) {
            return;
        }
        boolean overprints = overprints(resources);
        COSDictionary spaces = resources.getCOSObject().getCOSDictionary(COSName.COLORSPACE);
        for (COSName name : resources.getColorSpaceNames()) {
            if (spaces.getDictionaryObject(name) instanceof COSArray array
                    && array.size() > 1
                    && COSName.SEPARATION.equals(array.getObject(0))
                    && array.getObject(1) instanceof COSName ink
                    && !NO_SPOTS.contains(ink.getName())) {
                overprinting.merge(ink.getName(), overprints, Boolean::logicalOr);
            }
        }
        COSDictionary objects = resources.getCOSObject().getCOSDictionary(COSName.XOBJECT);
        for (COSName name : resources.getXObjectNames()) {
            COSStream object = objects.getCOSStream(name);
            if (object != null && object.getCOSDictionary(COSName.RESOURCES) != null) {
                spots(new PDResources(object.getCOSDictionary(COSName.RESOURCES)), overprinting, seen, depth + 1);
            }
        }
    }

    private static boolean overprints(PDResources resources) {
        for (COSName name : resources.getExtGStateNames()) {
            PDExtendedGraphicsState state = resources.getExtGState(name);
            if (state != null && (state.getStrokingOverprintControl() || state.getNonStrokingOverprintControl())) {
                return true;
            }
        }
        return false;
    }

    List<Layer> all() {
        return all;
    }

    /** Takes what is kept out, and what the document itself does not show, out of its pages. */
    Optional<HiddenContent> hidden(PDDocument document, SourceOptions options) {
        Set<COSDictionary> off = Collections.newSetFromMap(new IdentityHashMap<>());
        if (properties != null) {
            for (PDOptionalContentGroup group : properties.getOptionalContentGroups()) {
                String name = group.getName() == null ? "" : group.getName();
                if (!isOn(properties, group.getCOSObject()) || options.keepsOut(name, name)) {
                    off.add(group.getCOSObject());
                }
            }
        }
        boolean spots = all.stream().anyMatch(layer -> layer.key().startsWith(SPOT) && options.keepsOut(layer));
        return off.isEmpty() && !spots
                ? Optional.empty()
                : Optional.of(new HiddenContent(
                        document, layer -> isOff(layer, off), ink -> options.keepsOut(SPOT + ink, ink)));
    }

    /** Whether a group is off, or what a membership says of its groups is not so (8.11.2.2). */
    private static boolean isOff(COSDictionary layer, Set<COSDictionary> off) {
        if (layer.getDictionaryObject(COSName.getPDFName("VE")) instanceof COSArray expression) {
            return !isTrue(expression, off, 0);
        }
        List<COSDictionary> groups = new ArrayList<>();
        COSBase named = layer.getDictionaryObject(COSName.OCGS);
        if (named instanceof COSDictionary one) {
            groups.add(one);
        } else if (named instanceof COSArray several) {
            for (int i = 0; i < several.size(); i++) {
                if (several.getObject(i) instanceof COSDictionary one) {
                    groups.add(one);
                }
            }
        } else {
            return off.contains(layer);
        }
        if (groups.isEmpty()) {
            return false;
        }
        String policy = layer.getNameAsString(COSName.P, "AnyOn");
        return switch (policy) {
            case "AllOn" -> groups.stream().anyMatch(off::contains);
            case "AnyOff" -> groups.stream().noneMatch(off::contains);
            case "AllOff" -> !groups.stream().allMatch(off::contains);
            default -> groups.stream().allMatch(off::contains);
        };
    }

    /** An expression of And, Or and Not over groups (table 99). */
    private static boolean isTrue(COSArray expression, Set<COSDictionary> off, int depth) {
        String operator =
                expression.size() > 0 && expression.getObject(0) instanceof COSName name ? name.getName() : "";
        boolean all = true;
        boolean any = false;
        for (int i = 1; i < expression.size(); i++) {
            boolean one = expression.getObject(i) instanceof COSArray inner
                    ? depth > DEEPEST || isTrue(inner, off, depth + 1)
                    : !(expression.getObject(i) instanceof COSDictionary group && off.contains(group));
            all &= one;
            any |= one;
        }
        return operator.equals("Not") ? !any : operator.equals("Or") ? any : all;
    }
}
