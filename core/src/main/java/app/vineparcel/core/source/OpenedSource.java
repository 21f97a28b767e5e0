package app.vineparcel.core.source;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.raster.Pixels;
import java.util.Optional;

/**
 * A source with its pixels in memory.
 *
 * @param info what was known before
 * @param embedded the profile in the file, or what its format says instead, where there is a sound one
 * @param metadata the blocks that the file carries
 * @param pixels upright, in the colours of the profile
 * @param model what their colour bands stand for
 */
public record OpenedSource(
        SourceInfo info, Optional<IccProfile> embedded, CarriedMetadata metadata, Pixels pixels, ColourModel model) {

    /**
     * The profile that the numbers are to be read by: the embedded one where it fits the bands, else sRGB, grey with
     * the curve of sRGB, or the usual press condition.
     */
    public IccProfile profile() {
        return embedded.filter(p -> p.model() == model).orElseGet(() -> switch (model) {
            case RGB -> BuiltInProfile.SRGB.profile();
            case GREY -> BuiltInProfile.greyLikeSrgb();
            case CMYK -> PressProfile.coated();
        });
    }
}
