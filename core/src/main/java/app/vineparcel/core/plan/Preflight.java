package app.vineparcel.core.plan;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.SourceInfo;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Looks over one rendition to be, by what is known before its pixels are read. */
final class Preflight {

    private Preflight() {}

    static List<Finding> findings(SourceInfo source, Recipe recipe, Framing framing) {
        List<Finding> findings = new ArrayList<>();
        size(recipe, framing, findings);
        source.profileFault()
                .ifPresent(fault -> findings.add(new Finding(
                        Finding.Level.CAUTION,
                        "broken-profile",
                        "The embedded profile cannot be used: %s. The picture is read as sRGB; tag it again if that looks wrong."
                                .formatted(fault))));
        boolean inks = source.profileModel().equals(java.util.Optional.of(ColourModel.CMYK));
        if (inks && recipe.colour().asSource()) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "inks-as-source",
                    "The source is CMYK, and CMYK files are not written. Choose a colour profile in the recipe."));
        }
        return findings;
    }

    private static void size(Recipe recipe, Framing framing, List<Finding> findings) {
        PixelSize size = framing.canvas();
        int most = recipe.format().longestEdge();
        if (size.longEdge() > most) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "too-large",
                    "%s holds up to %d px an edge, and this would be %s. Choose a smaller size or another format."
                            .formatted(recipe.format().type().toUpperCase(Locale.ROOT), most, size)));
        }
        if (framing.scale() > 1.0001) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "enlarged",
                    String.format(
                            Locale.ROOT,
                            "Enlarged %.1f times; it will look soft. Bring in a larger source or ask for fewer pixels.",
                            framing.scale())));
        }
        PixelSize asked = new app.vineparcel.core.geometry.Fitting(
                        recipe.crop(), recipe.size().sizing(), true)
                .frame(
                        new PixelSize(
                                (int) Math.max(1, Math.round(framing.crop().width())),
                                (int) Math.max(1, Math.round(framing.crop().height()))),
                        app.vineparcel.core.geometry.FocalPoint.CENTRE)
                .content();
        boolean smaller = asked.width() > framing.content().width() + 1
                || asked.height() > framing.content().height() + 1;
        if (smaller && !recipe.size().enlarge()) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "smaller-than-asked",
                    "The source has only enough for %s; %s was asked. Nothing is enlarged unless the recipe says so."
                            .formatted(framing.content(), asked)));
        }
    }
}
