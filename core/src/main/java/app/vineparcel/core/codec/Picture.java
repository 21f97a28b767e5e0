package app.vineparcel.core.codec;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Quantiser;
import org.jspecify.annotations.Nullable;

/** Pixels that are ready to be written, with the profile that says what they mean. Used by one thread. */
public final class Picture {

    private final Pixels pixels;
    private final IccProfile profile;
    private @Nullable Quantiser quantiser;

    /** A picture. */
    public Picture(Pixels pixels, IccProfile profile) {
        if (pixels.colourBands() != profile.model().bands()) {
            throw new IllegalArgumentException(profile.model() + " does not have " + pixels.colourBands() + " bands");
        }
        this.pixels = pixels;
        this.profile = profile;
    }

    /** The samples, at the depth of the format that they are for. */
    public Pixels pixels() {
        return pixels;
    }

    /** What they mean. */
    public IccProfile profile() {
        return profile;
    }

    /**
     * What chooses palettes for it; prepared once, so that several palettes can be tried.
     *
     * @param hard whether transparency is all or nothing
     */
    public Quantiser quantiser(boolean hard) {
        if (quantiser == null) {
            LinearSpace space = profile.linearSpace()
                    .orElseGet(() -> pixels.colourBands() == 1
                            ? BuiltInProfile.greyLikeSrgb().linearSpace().orElseThrow()
                            : BuiltInProfile.SRGB.space());
            quantiser = new Quantiser(pixels, space, hard);
        }
        return quantiser;
    }
}
