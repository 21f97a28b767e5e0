package app.vineparcel.core.source;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.raster.Pixels;
import java.util.Optional;

/**
 * A source with its pixels in memory.
 *
 * @param info what was known before
 * @param embedded the profile in the file, where there is a sound one
 * @param pixels upright, in the colours of the profile
 * @param model what their colour bands stand for
 */
public record OpenedSource(SourceInfo info, Optional<IccProfile> embedded, Pixels pixels, ColourModel model) {

    /**
     * The profile that the numbers are to be read by: the embedded one where it fits the bands, else sRGB or grey. Empty for CMYK
     * without a profile, which says nothing about its inks.
     */
    public Optional<IccProfile> effectiveProfile() {
        Optional<IccProfile> fitting = embedded.filter(p -> p.model() == model);
        return switch (model) {
            case RGB -> fitting.or(() -> Optional.of(BuiltInProfile.SRGB.profile()));
            case GREY -> fitting.or(() -> Optional.of(BuiltInProfile.greyLikeSrgb()));
            case CMYK -> fitting;
        };
    }
}
