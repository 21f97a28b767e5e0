package app.vineparcel.core.codec.eps;

import java.io.IOException;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.graphics.PDXObject;
import org.apache.pdfbox.pdmodel.graphics.blend.BlendMode;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.form.PDTransparencyGroup;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.apache.pdfbox.pdmodel.graphics.state.PDGraphicsState;

/** What is opaque, and which groups are the sum of their parts. The list of operations and the drawing of a part of them agree on it. */
final class OpRules {

    private static final int DEEPEST = 20;

    private OpRules() {}

    static boolean isSoft(PDGraphicsState state, double alpha) {
        return alpha < 1 || state.getSoftMask() != null || !isNormal(state.getBlendMode());
    }

    private static boolean isNormal(BlendMode mode) {
        return mode == null || mode == BlendMode.NORMAL || mode == BlendMode.COMPATIBLE;
    }

    /**
     * Whether a group looks the same when its parts are painted one by one: nothing is done to it as a whole, and nothing in it mixes
     * otherwise than by lying over (ISO 32000-1, 11.4).
     */
    static boolean isSumOfParts(PDTransparencyGroup group, PDGraphicsState state) throws IOException {
        COSDictionary attributes = group.getCOSObject().getCOSDictionary(COSName.GROUP);
        boolean knockout = attributes != null && attributes.getBoolean(COSName.K, false);
        return !isSoft(state, state.getNonStrokeAlphaConstant()) && !knockout && mixesNormally(group, 0);
    }

    private static boolean mixesNormally(PDFormXObject form, int depth) throws IOException {
        PDResources resources = form.getResources();
        if (resources == null) {
            return true;
        }
        if (depth > DEEPEST) {
            return false;
        }
        for (COSName name : resources.getExtGStateNames()) {
            PDExtendedGraphicsState state = resources.getExtGState(name);
            COSBase mode = state == null ? null : state.getCOSObject().getDictionaryObject(COSName.BM);
            if (mode != null && !COSName.NORMAL.equals(mode)) {
                return false;
            }
        }
        for (COSName name : resources.getXObjectNames()) {
            if (resources.isImageXObject(name)) {
                continue;
            }
            PDXObject inner = resources.getXObject(name);
            if (inner instanceof PDFormXObject innerForm && !mixesNormally(innerForm, depth + 1)) {
                return false;
            }
        }
        return true;
    }
}
