package app.vineparcel.core.colour;

import java.util.Arrays;

/** The light of a profile's black, found through the engine. */
final class BlackPoint {

    private static final BuiltInProfile ROMM = BuiltInProfile.ROMM_RGB;

    private BlackPoint() {}

    /**
     * The darkest light, 0 to 1: what the profile itself makes of black there and back, or, of a profile for reading only, all inks
     * or no light.
     */
    static double of(IccProfile profile, RenderingIntent intent) throws BadProfileException {
        short[] darkest = new short[profile.model().bands()];
        if (profile.canBeTarget()) {
            darkest = new EngineTransform(ROMM.profile(), profile, intent).convert(new short[3]);
        } else {
            Arrays.fill(darkest, profile.model() == ColourModel.CMYK ? (short) 0xffff : 0);
        }
        double light = 0;
        for (short band : new EngineTransform(profile, ROMM.profile(), intent).convert(darkest)) {
            light += ROMM.space().curve(0).linear((band & 0xffff) / 65535.0) / 3;
        }
        return Math.min(0.5, light);
    }
}
