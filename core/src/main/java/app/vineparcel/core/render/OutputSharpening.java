package app.vineparcel.core.render;

import app.vineparcel.core.raster.UnsharpMask;
import app.vineparcel.core.recipe.SharpenClause;

/**
 * The mask for a medium. On a screen the pixel is the finest thing there is; on paper the blur is as wide as the press spreads ink, 0.08 mm on
 * coated and 0.12 mm on uncoated stock, so its radius in pixels grows with the resolution.
 */
final class OutputSharpening {

    private static final double SCREEN_PX = 0.6;
    private static final double COATED_MM = 0.08;
    private static final double UNCOATED_MM = 0.12;
    private static final double MM_PER_INCH = 25.4;
    private static final double WIDEST = 12;

    private OutputSharpening() {}

    static UnsharpMask mask(SharpenClause clause, int ppi) {
        double strength = clause.strength() / 100.0;
        return switch (clause.medium()) {
            case COATED -> new UnsharpMask(pixels(COATED_MM, ppi), 2.2 * strength, 0.07);
            case UNCOATED -> new UnsharpMask(pixels(UNCOATED_MM, ppi), 3.0 * strength, 0.10);
            case SCREEN, NONE -> new UnsharpMask(SCREEN_PX, 1.6 * strength, 0.04);
        };
    }

    private static double pixels(double mm, int ppi) {
        return Math.max(SCREEN_PX, Math.min(WIDEST, mm / MM_PER_INCH * ppi));
    }
}
