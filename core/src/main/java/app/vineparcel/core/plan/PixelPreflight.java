package app.vineparcel.core.plan;

import app.vineparcel.core.colour.Gamut;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.recipe.Recipe;
import java.util.List;
import java.util.Optional;

/** Looks over one rendition to be by what was measured of the picture's pixels. What each threshold stands for is said in docs/preflight.md. */
final class PixelPreflight {

    /** ΔE2000 below which artwork cannot be told from the ground. */
    static final double APART = 6;

    /** The share of the visible artwork that may get lost. */
    static final double LOST = 0.1;

    /** The share of the area that may be clear without a word. */
    private static final double CLEAR = 0.002;

    /** The share of the pixels that may lie outside of the target profile. */
    static final double OUTSIDE = 0.02;

    /** The share of the area with even gradients that a palette may break. */
    static final double SMOOTH = 0.1;

    /** Colours above which a dithered palette shows no grain to speak of. */
    private static final int FINE_PALETTE = 32;

    /** Of what draws attention, the share that a crop may leave out. */
    static final double CUT = 0.5;

    /** The share of the strongest attention above which something counts. */
    private static final double ATTENTION = 0.55;

    /** How much larger than it is sharp a picture may be shown. */
    static final double SOFT = 1.6;

    /** How much smaller than it was looked at a picture has to be sharp, to call it soft. */
    private static final double CLEARLY = 0.8;

    private PixelPreflight() {}

    static void check(
            PlanPiece piece, PlanColumn column, Framing framing, Optional<IccProfile> target, List<Finding> findings) {
        Optional<PictureFacts> known = piece.known().facts();
        Recipe recipe = column.recipe();
        if (known.isEmpty() || recipe.format().isVector()) {
            return;
        }
        PictureFacts facts = known.get();
        ground(facts, recipe, findings);
        target.flatMap(Gamut::of).ifPresent(gamut -> gamut(facts, gamut, recipe, findings));
        bands(facts, recipe, findings);
        if (!piece.piece().isDrawn()) {
            cut(facts, piece, framing, findings);
            soft(facts, piece, framing, findings);
        }
    }

    private static void ground(PictureFacts facts, Recipe recipe, List<Finding> findings) {
        boolean stays = recipe.format().keepsAlpha() && recipe.background().transparent();
        if (stays || facts.silhouette().clear() < CLEAR) {
            return;
        }
        double lost = facts.lostOn(recipe.background().rgb(), APART);
        String ground = String.format("#%06x", recipe.background().rgb());
        if (lost >= LOST) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "lost-on-matte",
                    "%.0f %% of the artwork would disappear against the matte %s. Choose another matte for this piece, or a format that keeps transparency."
                            .formatted(lost * 100, ground)));
        } else {
            findings.add(new Finding(
                    Finding.Level.HINT, "flattened", "Transparent areas will be filled with %s.".formatted(ground)));
        }
    }

    private static void gamut(PictureFacts facts, Gamut target, Recipe recipe, List<Finding> findings) {
        double outside = facts.colours().share(node -> !target.shows(node));
        if (outside > OUTSIDE) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "out-of-gamut",
                    "%.0f %% of the picture has colours that %s cannot hold; they will look duller. Check it closely, or choose a wider profile."
                            .formatted(
                                    outside * 100,
                                    recipe.colour().profile().equals("srgb")
                                            ? "sRGB"
                                            : "“%s”".formatted(recipe.colour().profile()))));
        }
    }

    private static void bands(PictureFacts facts, Recipe recipe, List<Finding> findings) {
        int colours = recipe.format().paletteColours();
        boolean coarse = colours > 0 && (!recipe.format().dithers() || colours < FINE_PALETTE);
        if (coarse && facts.structure().smooth() > SMOOTH) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "banding",
                    "%.0f %% of the picture are even gradients, which %d colours%s break into bands. Dither it, or choose a format without a palette."
                            .formatted(
                                    facts.structure().smooth() * 100,
                                    colours,
                                    recipe.format().dithers() ? "" : " without dithering")));
        }
    }

    private static void cut(PictureFacts facts, PlanPiece piece, Framing framing, List<Finding> findings) {
        if (framing.crop().isWholeOf(piece.piece().pixels())) {
            return;
        }
        double outside = 1 - facts.attention().within(share(framing.crop(), piece), ATTENTION);
        if (outside > CUT) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "crop-cuts-subject",
                    "The crop leaves out %.0f %% of what draws the eye. Adjust it for this file, or set the focal point."
                            .formatted(outside * 100)));
        }
    }

    private static void soft(PictureFacts facts, PlanPiece piece, Framing framing, List<Finding> findings) {
        int sharp = facts.structure().sharpEdge();
        double shown = piece.piece().pixels().longEdge() * Math.min(1, framing.scale());
        if (sharp < facts.structure().lookedAt() * CLEARLY && shown > sharp * SOFT) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "soft",
                    "The picture is sharp up to about %,d px and would be used at %,.0f px. Use it smaller, or find a sharper one."
                            .formatted(sharp, shown)));
        }
    }

    /** A part of a piece in shares of its sides. */
    static Box share(Box part, PlanPiece piece) {
        Extent whole = piece.piece().size();
        return new Box(
                part.x() / whole.width(),
                part.y() / whole.height(),
                part.width() / whole.width(),
                part.height() / whole.height());
    }
}
