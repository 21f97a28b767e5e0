package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Padding;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.ColourClause;
import app.vineparcel.core.recipe.Recipe;
import java.util.Optional;

/**
 * The pixels of one rendition, clause by clause: crop and size in linear light, colour, background, canvas.
 *
 * @param pixels at the format's depth, ready to be written
 * @param profile what their numbers mean
 */
record RenditionPixels(Pixels pixels, IccProfile profile) {

    static RenditionPixels of(PreparedSource prepared, PlannedRendition planned, int threads) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        Framing framing = planned.framing();
        Target target = Target.of(recipe.colour(), prepared);
        PreparedSource.InSpace source = recipe.colour().asSource()
                ? prepared.own()
                : prepared.measured(recipe.colour().blackPoint());
        boolean keepAlpha = recipe.format().keepsAlpha() && recipe.background().transparent();

        Pixels content = untouched(source, target, framing, recipe.format(), keepAlpha)
                .orElseGet(() -> {
                    LinearRows sized = sized(source, framing, threads);
                    Optional<double[]> matte =
                            keepAlpha ? Optional.empty() : Optional.of(matte(recipe.background(), target.space()));
                    return Encoding.between(
                                    source.space(),
                                    target.space(),
                                    recipe.format().depth(),
                                    matte)
                            .apply(sized, threads);
                });
        Pixels whole = framing.padded() ? padded(content, framing, recipe, target, keepAlpha) : content;
        return new RenditionPixels(whole, target.profile());
    }

    /** The source's own samples, where no clause would change one of them. */
    private static Optional<Pixels> untouched(
            PreparedSource.InSpace source, Target target, Framing framing, OutputFormat format, boolean keepAlpha) {
        Pixels pixels = source.pixels();
        boolean same = wholeSize(source, framing)
                && pixels.depth() == format.depth()
                && (keepAlpha || !pixels.hasAlpha())
                && source.space().looksLike(target.space());
        return same ? Optional.of(pixels) : Optional.empty();
    }

    private static boolean wholeSize(PreparedSource.InSpace source, Framing framing) {
        return framing.crop().isWholeOf(source.pixels().size())
                && framing.content().equals(source.pixels().size());
    }

    private static LinearRows sized(PreparedSource.InSpace source, Framing framing, int threads) {
        return wholeSize(source, framing)
                ? source.pyramid().base()
                : source.pyramid().resample(framing.crop(), framing.content(), threads);
    }

    private static Pixels padded(Pixels content, Framing framing, Recipe recipe, Target target, boolean keepAlpha) {
        Pixels inner = keepAlpha && !content.hasAlpha() ? Opacity.added(content) : content;
        double[] background = new double[inner.bands()];
        if (!keepAlpha) {
            background = matte(recipe.background(), target.space());
        }
        return Padding.around(inner, framing.canvas(), framing.left(), framing.top(), background);
    }

    /** The matte, given in sRGB, as encoded values of the target. */
    private static double[] matte(Background background, LinearSpace target) {
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = srgb.curve(band).linear(background.band(band));
        }
        double[] there = srgb.to(target).times(light);
        for (int band = 0; band < there.length; band++) {
            there[band] = target.curve(band).encoded(Math.max(0, Math.min(1, there[band])));
        }
        return there;
    }

    /** The colours that a rendition comes in. */
    private record Target(LinearSpace space, IccProfile profile) {

        static Target of(ColourClause clause, PreparedSource prepared) throws ProblemException {
            if (clause.asSource()) {
                return new Target(prepared.own().space(), prepared.profile());
            }
            BuiltInProfile builtIn = BuiltInProfile.byId(clause.profile())
                    .orElseThrow(() -> new IllegalArgumentException("no profile " + clause.profile()));
            return new Target(builtIn.space(), builtIn.profile());
        }
    }
}
