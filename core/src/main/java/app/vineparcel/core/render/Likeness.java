package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.DeviceToRomm;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.measure.look.Ssimulacra2;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.ThroughTables;
import app.vineparcel.core.recipe.ColourClause;
import java.util.Optional;

/** How near what a file holds looks to the pixels that it was made from: both in the same colours, whatever these are. Used by one thread. */
final class Likeness {

    private final IccProfile profile;
    private final Optional<DeviceToRomm> tables;
    private final Ssimulacra2 measure;

    private Likeness(IccProfile profile, Optional<DeviceToRomm> tables, Pixels original, int threads) {
        this.profile = profile;
        this.tables = tables;
        Seen seen = seen(original);
        this.measure = Ssimulacra2.from(seen.pixels(), seen.space(), threads);
    }

    private record Seen(Pixels pixels, LinearSpace space) {}

    /**
     * To a picture before it is encoded.
     *
     * @throws ProblemException if its colours cannot be told
     */
    static Likeness to(Picture original, Conversions conversions, int threads) throws ProblemException {
        IccProfile profile = original.profile();
        boolean inks = original.pixels().colourBands() > 3;
        Optional<DeviceToRomm> tables =
                inks ? Optional.of(conversions.from(profile, ColourClause.SRGB, profile.title())) : Optional.empty();
        return new Likeness(profile, tables, original.pixels(), threads);
    }

    /** The score of what was decoded from a file, 100 where nothing was lost. */
    double score(Pixels decoded) {
        Seen seen = seen(decoded);
        return measure.score(seen.pixels(), seen.space());
    }

    private Seen seen(Pixels pixels) {
        if (tables.isPresent()) {
            return new Seen(
                    ThroughTables.toRomm(pixels, tables.get()), tables.get().connectingSpace());
        }
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        LinearSpace space = profile.linearSpace()
                .filter(known -> known.bands() == pixels.colourBands())
                .map(known -> known.looksLike(srgb) ? srgb : known) // as it is defined, not as a profile rounds it
                .orElseGet(() -> pixels.colourBands() == 1
                        ? BuiltInProfile.greyLikeSrgb().linearSpace().orElseThrow()
                        : srgb);
        return new Seen(pixels, space);
    }
}
