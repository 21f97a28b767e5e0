package app.vineparcel.core.source.pdf;

import app.vineparcel.core.source.HelperName;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Taking;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentGroup;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentProperties;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.jspecify.annotations.Nullable;

/** A PDF's optional-content layers (ISO 32000-1, 8.11), and spot colours that overprint and so are likely a die-line. */
final class PdfLayers {

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
                layers.putIfAbsent(name, new Layer(name, name, properties.isGroupEnabled(group), helper));
            }
        }
        spots(document).forEach(layer -> layers.putIfAbsent(layer.key(), layer));
        return new PdfLayers(properties, new ArrayList<>(layers.values()));
    }

    /** A layer whose usage says that it is not for print. */
    private static Optional<String> unprinted(PDOptionalContentGroup group) {
        COSDictionary usage = group.getCOSObject().getCOSDictionary(COSName.getPDFName("Usage"));
        COSDictionary print = usage == null ? null : usage.getCOSDictionary(COSName.getPDFName("Print"));
        boolean off = print != null && "OFF".equals(print.getNameAsString(COSName.getPDFName("PrintState")));
        return off ? Optional.of("the document says that it is not printed") : Optional.empty();
    }

    /** Spot colours on pages that overprint somewhere. */
    private static List<Layer> spots(PDDocument document) throws IOException {
        List<Layer> found = new ArrayList<>();
        for (PDPage page : document.getPages()) {
            PDResources resources = page.getResources();
            if (resources == null || !overprints(resources)) {
                continue;
            }
            for (COSName name : resources.getColorSpaceNames()) {
                COSBase space = resources
                        .getCOSObject()
                        .getCOSDictionary(COSName.COLORSPACE)
                        .getDictionaryObject(name);
                if (space instanceof COSArray array
                        && array.size() > 1
                        && COSName.SEPARATION.equals(array.getObject(0))
                        && array.getObject(1) instanceof COSName ink
                        && !List.of("All", "None", "Black", "Cyan", "Magenta", "Yellow")
                                .contains(ink.getName())) {
                    found.add(new Layer(
                            "spot:" + ink.getName(),
                            ink.getName(),
                            true,
                            Optional.of("the spot colour “%s” overprints".formatted(ink.getName()))));
                }
            }
        }
        return found;
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

    /** Turns off what is kept out. */
    void keepOut(Taking taking) {
        for (Layer layer : all) {
            if (properties != null && taking.keepsOut(layer) && properties.hasGroup(layer.name())) {
                properties.setGroupEnabled(layer.name(), false);
            }
        }
    }
}
