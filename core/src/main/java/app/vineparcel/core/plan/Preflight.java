package app.vineparcel.core.plan;

import app.vineparcel.core.codec.AvifWriter;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.WatermarkClause;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Looks over one rendition to be, by what is known before its pixels are read. */
final class Preflight {

    private final Shelf shelf;

    Preflight(Shelf shelf) {
        this.shelf = shelf;
    }

    List<Finding> findings(SourceInfo source, Recipe recipe, Framing framing) {
        List<Finding> findings = new ArrayList<>();
        size(recipe, framing, findings);
        colours(source, recipe, findings);
        marks(recipe, findings);
        if (recipe.format() instanceof OutputFormat.Avif && !AvifWriter.isInstalled()) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "no-encoder",
                    "AVIF needs the program avifenc, which is not here. Install Debian's package libavif-bin."));
        }
        source.profileFault()
                .ifPresent(fault -> findings.add(new Finding(
                        Finding.Level.CAUTION,
                        "broken-profile",
                        "The embedded profile cannot be used: %s. The picture is read as sRGB; tag it again if that looks wrong."
                                .formatted(fault))));
        return findings;
    }

    private void colours(SourceInfo source, Recipe recipe, List<Finding> findings) {
        boolean inkSource = source.profileModel().equals(Optional.of(ColourModel.CMYK));
        boolean inks = recipe.colour().asSource() && inkSource;
        if (!recipe.colour().asSource()) {
            Optional<IccProfile> wanted = shelf.find(recipe.colour().profile());
            if (wanted.isEmpty()) {
                findings.add(new Finding(
                        Finding.Level.BLOCKER,
                        "no-profile",
                        "There is no sound ICC profile “%s”. Bring it in, or choose another profile in the recipe."
                                .formatted(recipe.colour().profile())));
                return;
            }
            inks = wanted.get().model() == ColourModel.CMYK;
            if (!wanted.get().canBeTarget()) {
                findings.add(new Finding(
                        Finding.Level.BLOCKER,
                        "profile-reads-only",
                        "“%s” is a profile for reading only. Choose one that colours can be converted to."
                                .formatted(recipe.colour().profile())));
            }
        }
        if (inks && !recipe.format().takesInks()) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "inks-in-format",
                    "%s cannot hold CMYK. Choose JPEG or TIFF, or an RGB or grey profile."
                            .formatted(recipe.format().title())));
        }
        if (recipe.format() instanceof OutputFormat.Gif
                && !recipe.colour().profile().equals("srgb")) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "no-place-for-profile",
                    "GIF has no place for a profile; colours other than sRGB will look wrong. Choose sRGB."));
        }
        boolean inksAsTheyStand = recipe.colour().asSource() && inkSource;
        if (inksAsTheyStand
                && (recipe.watermark().isPresent() || !recipe.sharpen().changesNothing())) {
            findings.add(
                    new Finding(
                            Finding.Level.BLOCKER,
                            "inks-as-they-stand",
                            "Inks that are left as the source has them cannot be sharpened or marked. Choose a colour profile."));
        }
    }

    private void marks(Recipe recipe, List<Finding> findings) {
        if (recipe.watermark().isEmpty()
                || !(recipe.watermark().get().mark() instanceof WatermarkClause.FileMark mark)) {
            return;
        }
        for (String name :
                mark.onDark().isPresent() ? List.of(mark.name(), mark.onDark().get()) : List.of(mark.name())) {
            if (!shelf.hasMark(name)) {
                findings.add(new Finding(
                        Finding.Level.BLOCKER,
                        "no-mark",
                        "There is no mark “%s”. Bring it in, or name another in the recipe.".formatted(name)));
            }
        }
    }

    private static void size(Recipe recipe, Framing framing, List<Finding> findings) {
        PixelSize size = framing.canvas();
        int most = recipe.format().longestEdge();
        if (size.longEdge() > most) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "too-large",
                    "%s holds up to %d px an edge, and this would be %s. Choose a smaller size or another format."
                            .formatted(recipe.format().title(), most, size)));
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
