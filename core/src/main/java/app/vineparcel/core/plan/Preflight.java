package app.vineparcel.core.plan;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Looks over one rendition to be, by what is known before its pixels are read. */
final class Preflight {

    private final Shelf shelf;
    private final PiecePreflight ofPieces = new PiecePreflight();
    private final Map<Recipe, RecipePreflight> ofRecipes = new IdentityHashMap<>();

    Preflight(Shelf shelf) {
        this.shelf = shelf;
    }

    List<Finding> findings(PlanPiece piece, PlanColumn column, Framing framing) {
        SourceInfo source = piece.info();
        Recipe recipe = column.recipe();
        List<Finding> findings = new ArrayList<>();
        size(piece, column, framing, findings);
        ofPieces.check(piece, column, findings);
        RecipePreflight ofRecipe = ofRecipes.computeIfAbsent(recipe, r -> RecipePreflight.of(r, shelf));
        findings.addAll(ofRecipe.findings());
        PixelPreflight.check(piece, column, framing, ofRecipe.target(), findings);
        ofRecipe.mark().ifPresent(mark -> mark.check(piece, framing, findings));
        if (recipe.colour().asSource() && source.profileModel().equals(Optional.of(ColourModel.CMYK))) {
            inksAsTheyStand(recipe, findings);
        }
        location(piece, column).ifPresent(findings::add);
        if (!column.rules().understands(recipe.format().type())) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "format-not-understood",
                    "Whoever gets this channel's files cannot open %s. Choose another format, or tick it for the channel."
                            .formatted(recipe.format().title())));
        }
        source.profileFault()
                .ifPresent(fault -> findings.add(new Finding(
                        Finding.Level.CAUTION,
                        "broken-profile",
                        "The embedded profile cannot be used: %s. The picture is read as sRGB; tag it again if that looks wrong."
                                .formatted(fault))));
        return findings;
    }

    private static Optional<Finding> location(PlanPiece piece, PlanColumn column) {
        boolean asItIs = column.recipe().format().copies() && piece.info().format() != SourceFormat.JPEG;
        boolean kept = asItIs || column.recipe().metadata().leavesCarried();
        return column.rules().withoutLocation() && kept && piece.info().facts().hasLocation()
                ? Optional.of(
                        new Finding(
                                Finding.Level.BLOCKER,
                                "has-location",
                                "It would say where the picture was taken, which this channel does not allow. Remove the location in the recipe's metadata."))
                : Optional.empty();
    }

    private static void inksAsTheyStand(Recipe recipe, List<Finding> findings) {
        if (!recipe.format().takesInks()) {
            findings.add(RecipePreflight.inksInFormat(recipe));
        }
        if (recipe.watermark().isPresent() || !recipe.sharpen().changesNothing()) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "inks-as-they-stand",
                    "CMYK kept as in the source cannot be sharpened or watermarked. Choose a colour profile."));
        }
    }

    private static void size(PlanPiece piece, PlanColumn column, Framing framing, List<Finding> findings) {
        Recipe recipe = column.recipe();
        PixelSize size = framing.canvas();
        int most = recipe.format().longestEdge();
        if (size.longEdge() > most) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "too-large",
                    "%s holds up to %d px an edge, and this would be %s. Choose a smaller size or another format."
                            .formatted(recipe.format().title(), most, size)));
        }
        if (piece.piece().isDrawn()) {
            return;
        }
        if (framing.scale() > 1.0001) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "enlarged",
                    String.format(
                            Locale.ROOT,
                            "Enlarged %.1f times; it will look soft. Import a larger source or ask for fewer pixels.",
                            framing.scale())));
        }
        PixelSize asked = new Fitting(recipe.crop(), recipe.size().sizing().times(column.density()), true)
                .frame(
                        new PixelSize(
                                (int) Math.max(1, Math.round(framing.crop().width())),
                                (int) Math.max(1, Math.round(framing.crop().height()))),
                        FocalPoint.CENTRE)
                .content();
        boolean smaller = asked.width() > framing.content().width() + 1
                || asked.height() > framing.content().height() + 1;
        if (smaller && !recipe.size().enlarge()) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "smaller-than-asked",
                    "The source only has enough pixels for %s instead of %s. It is enlarged only if the recipe says so."
                            .formatted(framing.content(), asked)));
        }
    }
}
