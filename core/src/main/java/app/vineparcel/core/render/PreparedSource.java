package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.DeviceToRomm;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.RenderingIntent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.raster.LinearImage;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Pyramid;
import app.vineparcel.core.raster.Saliency;
import app.vineparcel.core.raster.ThroughTables;
import app.vineparcel.core.recipe.ColourClause;
import app.vineparcel.core.source.OpenedSource;
import java.util.HashMap;
import java.util.List;
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
     * @param space what they mean; empty for inks, which are mixed as they stand
     * @param pyramid the same as linear light, with the halvings that renditions share
     */
    record InSpace(Pixels pixels, Optional<LinearSpace> space, Pyramid pyramid) {
        InSpace(Pixels pixels, Optional<LinearSpace> space, LinearRows rows) {
            this(pixels, space, new Pyramid(rows));
        }
    }

    private record Reading(RenderingIntent intent, boolean blackPoint) {}

    private final OpenedSource source;
    private final Conversions conversions;
    private final StageClock clock;
    private final Map<Reading, InSpace> throughTables = new HashMap<>();
    private @Nullable InSpace own;
    private @Nullable FocalPoint suggested;

    PreparedSource(OpenedSource source, Conversions conversions, StageClock clock) {
        this.source = source;
        this.conversions = conversions;
        this.clock = clock;
    }

    OpenedSource source() {
        return source;
    }

    /** The pixels in a space from which every other can be reached. */
    InSpace measured(ColourClause clause) throws ProblemException {
        if (source.profile().linearSpace().isPresent()) {
            return own();
        }
        Reading reading = new Reading(clause.intent(), clause.blackPoint());
        InSpace known = throughTables.get(reading);
        if (known == null) {
            DeviceToRomm conversion =
                    conversions.from(source.profile(), clause, source.info().fileName());
            Pixels romm = clock.time(Stage.COLOUR, () -> ThroughTables.toRomm(source.pixels(), conversion));
            LinearSpace space = conversion.connectingSpace();
            known = new InSpace(romm, Optional.of(space), LinearisedPixels.of(romm, space));
            throughTables.put(reading, known);
        }
        return known;
    }

    /**
     * The pixels in their own colours. Where an RGB or grey profile works by tables there is no exact linear light; the sRGB curve then
     * stands in for it, which is what mixes neighbouring pixels best. Inks are mixed as they stand.
     */
    InSpace own() {
        if (own == null) {
            Pixels pixels = source.pixels();
            if (source.model() == ColourModel.CMYK) {
                own = new InSpace(pixels, Optional.empty(), LinearisedPixels.asTheyStand(pixels));
            } else {
                LinearSpace space = source.profile().linearSpace().orElseGet(this::curvesOnly);
                own = new InSpace(pixels, Optional.of(space), LinearisedPixels.of(pixels, space));
            }
        }
        return own;
    }

    private LinearSpace curvesOnly() {
        return source.model() == ColourModel.RGB
                ? BuiltInProfile.SRGB.space()
                : BuiltInProfile.greyLikeSrgb().linearSpace().orElseThrow();
    }

    /** The point that crops keep where nobody gave one. */
    FocalPoint suggestedFocus() throws ProblemException {
        if (suggested == null) {
            InSpace measured = measured(ColourClause.SRGB);
            suggested = clock.time(Stage.RESAMPLE, () -> {
                Pyramid.Sized wanted = new Pyramid.Sized(
                        source.info().size().box(),
                        Saliency.wanted(source.info().size()));
                measured.pyramid().prepare(List.of(wanted));
                LinearImage small = measured.pyramid().resample(wanted.crop(), wanted.target(), 1);
                return Saliency.of(small, measured.space().orElseThrow()).focus();
            });
        }
        return suggested;
    }
}
