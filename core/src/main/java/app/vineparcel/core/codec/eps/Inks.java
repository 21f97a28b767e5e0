package app.vineparcel.core.codec.eps;

import java.io.IOException;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceCMYK;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceGray;
import org.apache.pdfbox.pdmodel.graphics.color.PDSeparation;

/** Colours as PostScript sets them: grey, CMYK and spot colours as they stand, everything else as RGB. */
final class Inks {

    private Inks() {}

    static String of(PDColor colour) throws IOException {
        float[] parts = colour.getComponents();
        if (colour.getColorSpace() instanceof PDDeviceGray) {
            return Numbers.joined(parts) + " setgray";
        }
        if (colour.getColorSpace() instanceof PDDeviceCMYK) {
            return Numbers.joined(parts) + " setcmykcolor";
        }
        if (colour.getColorSpace() instanceof PDSeparation spot && parts.length == 1) {
            return spot(spot, parts[0]);
        }
        return Numbers.joined(colour.getColorSpace().toRGB(parts)) + " setrgbcolor";
    }

    /** The spot colour by its name; where there is no such ink it looks as its document says, mixed with paper. */
    private static String spot(PDSeparation spot, float tint) throws IOException {
        float[] full = spot.toRGB(new float[] {1});
        return "[/Separation (%s) /DeviceRGB {dup %s mul 1 exch sub exch dup %s mul 1 exch sub exch %s mul 1 exch sub}] setcolorspace %s setcolor"
                .formatted(
                        PostScript.escaped(spot.getColorantName()),
                        Numbers.of(1 - full[0]),
                        Numbers.of(1 - full[1]),
                        Numbers.of(1 - full[2]),
                        Numbers.of(tint));
    }
}
