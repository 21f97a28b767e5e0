package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.RenderingIntent;
import app.vineparcel.core.colour.RommToDevice;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Encoded;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.ThroughTables;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.ColourClause;
import java.util.Optional;

/**
 * The colours that a rendition comes in, and the way of light into them.
 *
 * @param profile what the rendition's numbers mean
 * @param space the space that light is encoded to; empty for inks that stay as they stand
 * @param tables what goes on from that space to the device, where the profile works by tables
 */
record TargetColours(IccProfile profile, Optional<LinearSpace> space, Optional<RommToDevice> tables) {

    /** Between a space's own 16 bits and its tables. */
    private static final int WIDE = 16;

    static TargetColours of(ColourClause clause, PreparedSource source, IccProfile wanted, Conversions conversions)
            throws ProblemException {
        if (clause.asSource() || isOwn(clause, source, wanted)) {
            return new TargetColours(source.source().profile(), source.own().space(), Optional.empty());
        }
        Optional<LinearSpace> space = exact(clause, wanted);
        if (space.isPresent()) {
            LinearSpace seen = clause.intent() == RenderingIntent.ABSOLUTE
                    ? space.get().underWhite(wanted.mediaWhite())
                    : space.get();
            return new TargetColours(wanted, Optional.of(seen), Optional.empty());
        }
        RommToDevice tables = conversions.to(wanted, clause);
        return new TargetColours(wanted, Optional.of(tables.connectingSpace()), Optional.of(tables));
    }

    /** Whether the source has these colours already, so that nothing need be converted. */
    private static boolean isOwn(ColourClause clause, PreparedSource source, IccProfile wanted) {
        return wanted.equals(source.source().profile()) && exact(clause, wanted).isEmpty();
    }

    /** Built-in profiles are meant as they are defined, not as their numbers were rounded. */
    private static Optional<LinearSpace> exact(ColourClause clause, IccProfile wanted) {
        return BuiltInProfile.byId(clause.profile()).map(BuiltInProfile::space).or(wanted::linearSpace);
    }

    /** The pixels to start from: in the target's own colours where those are the source's, else measured. */
    PreparedSource.InSpace start(ColourClause clause, PreparedSource source) throws ProblemException {
        boolean own = clause.asSource() || profile.equals(source.source().profile()) && tables.isEmpty();
        return own ? source.own() : source.measured(clause);
    }

    /**
     * Light as pixels of the target.
     *
     * @param from the light's space; empty for inks
     * @param behind what transparency is flattened on; empty keeps alpha
     * @param fine whether the light comes from finer steps than 8 bits have
     */
    Encoded encode(
            LinearRows light,
            Optional<LinearSpace> from,
            Optional<Background> behind,
            int depth,
            boolean fine,
            int threads) {
        if (from.isEmpty() || space.isEmpty()) {
            return Encoding.asTheyStand(light.bands(), depth).apply(light, threads);
        }
        Optional<double[]> matte = behind.map(background -> encoded(background, space.get()));
        if (tables.isPresent()) {
            Pixels romm = Encoding.between(from.get(), space.get(), WIDE, matte)
                    .apply(light, threads)
                    .pixels();
            return ThroughTables.toDevice(romm, tables.get(), depth);
        }
        Encoding encoding = Encoding.between(from.get(), space.get(), depth, matte);
        return (fine ? encoding.dithered() : encoding).apply(light, threads);
    }

    /** A background as encoded values, 0 to 1, of the target's bands. */
    double[] matte(Background background) {
        if (space.isEmpty()) {
            return new double[profile.model().bands()];
        }
        byte[] rgb = {(byte) (background.rgb() >> 16), (byte) (background.rgb() >> 8), (byte) background.rgb()};
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        Pixels one = encode(
                        LinearisedPixels.of(Pixels.of8(new PixelSize(1, 1), 3, false, rgb), srgb),
                        Optional.of(srgb),
                        Optional.empty(),
                        WIDE,
                        false,
                        1)
                .pixels();
        double[] values = new double[one.bands()];
        for (int band = 0; band < values.length; band++) {
            values[band] = one.sample(0, 0, band) / 65535.0;
        }
        return values;
    }

    private static double[] encoded(Background background, LinearSpace target) {
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

    static ProblemException unknown(String word) {
        return new ProblemException(new Problem.Vanished(
                word,
                "There is no usable ICC profile of that name.",
                "Import it, or choose another profile in the recipe."));
    }
}
