package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.TableConversion;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Pyramid;
import app.vineparcel.core.raster.ThroughTables;
import app.vineparcel.core.source.OpenedSource;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An opened source and what its recipes share: its pixels as linear light, worked out once for each way of reading them. Used by
 * one thread.
 */
final class PreparedSource {

    /**
     * Pixels together with the space that they are in.
     *
     * @param pixels encoded by the space's curves
     * @param space what they mean
     * @param pyramid the same as linear light, with the halvings that renditions share
     */
    record InSpace(Pixels pixels, LinearSpace space, Pyramid pyramid) {
        InSpace(Pixels pixels, LinearSpace space) {
            this(pixels, space, new Pyramid(LinearisedPixels.of(pixels, space)));
        }
    }

    private final OpenedSource source;
    private final Map<Boolean, InSpace> throughTables = new HashMap<>();
    private @Nullable InSpace own;
    private static final Map<ColourModel, LinearSpace> CURVES_ONLY = new EnumMap<>(Map.of(
            ColourModel.RGB, BuiltInProfile.SRGB.space(),
            ColourModel.GREY, BuiltInProfile.greyLikeSrgb().linearSpace().orElseThrow()));

    PreparedSource(OpenedSource source) {
        this.source = source;
    }

    OpenedSource source() {
        return source;
    }

    IccProfile profile() {
        return source.effectiveProfile().orElseGet(PressProfile::usual);
    }

    /** The pixels in a space from which every other can be reached. */
    InSpace measured(boolean blackPointCompensation) throws ProblemException {
        Optional<LinearSpace> space = profile().linearSpace();
        if (space.isPresent()) {
            return own(space.get());
        }
        InSpace known = throughTables.get(blackPointCompensation);
        if (known == null) {
            known = converted(blackPointCompensation);
            throughTables.put(blackPointCompensation, known);
        }
        return known;
    }

    private InSpace converted(boolean blackPointCompensation) throws ProblemException {
        try {
            TableConversion conversion = new TableConversion(profile(), blackPointCompensation);
            return new InSpace(ThroughTables.convert(source.pixels(), conversion), conversion.connectingSpace());
        } catch (BadProfileException e) {
            throw new ProblemException(
                    new Problem.Unsupported(
                            source.info().fileName(),
                            "Its colour profile cannot be used: " + e.getMessage() + ".",
                            "Convert the picture to a common profile where it was made, or tag it again."),
                    e);
        }
    }

    /**
     * The pixels in their own colours. Where the profile works by tables there is no exact linear light; the sRGB curve then stands
     * in for it, which is what mixes neighbouring pixels best.
     */
    InSpace own() throws ProblemException {
        if (source.model() == ColourModel.CMYK) {
            throw new ProblemException(new Problem.Unsupported(
                    source.info().fileName(),
                    "The source is CMYK, and CMYK files are not written.",
                    "Choose a colour profile in the recipe instead of “as source”."));
        }
        return own(profile().linearSpace().orElse(CURVES_ONLY.get(source.model())));
    }

    private InSpace own(LinearSpace space) {
        if (own == null) {
            own = new InSpace(source.pixels(), space);
        }
        return own;
    }
}
