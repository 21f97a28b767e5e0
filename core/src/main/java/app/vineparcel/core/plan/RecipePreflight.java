package app.vineparcel.core.plan;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.WatermarkClause;
import app.vineparcel.core.source.Shelf;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What can be said of a recipe whatever it is used on. Worked out once a plan, since it looks for files.
 *
 * @param findings about its profile, its marks and what writes its format
 * @param target its profile; empty where the source's own stays
 * @param mark its watermark
 */
record RecipePreflight(List<Finding> findings, Optional<IccProfile> target, Optional<MarkPreflight> mark) {

    static RecipePreflight of(Recipe recipe, Shelf shelf) {
        List<Finding> findings = new ArrayList<>();
        profile(recipe, shelf, findings);
        marks(recipe, shelf, findings);
        recipe.format().kind().missing().ifPresent(missing -> findings.add(blocker("no-encoder", missing)));
        Optional<IccProfile> target = recipe.colour().asSource()
                ? Optional.empty()
                : shelf.find(recipe.colour().profile());
        return new RecipePreflight(
                List.copyOf(findings), target, recipe.watermark().map(clause -> MarkPreflight.of(clause, shelf)));
    }

    private static void profile(Recipe recipe, Shelf shelf, List<Finding> findings) {
        String word = recipe.colour().profile();
        if (!recipe.format().holdsProfile() && !word.equals("srgb")) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "no-place-for-profile",
                    "%s has no place for a profile; colours other than sRGB will look wrong. Choose sRGB."
                            .formatted(recipe.format().title())));
        }
        if (recipe.colour().asSource()) {
            return;
        }
        Optional<IccProfile> wanted = shelf.find(word);
        if (wanted.isEmpty()) {
            findings.add(blocker(
                    "no-profile",
                    "There is no usable ICC profile “%s”. Import it, or choose another profile in the recipe."
                            .formatted(word)));
            return;
        }
        if (!wanted.get().canBeTarget()) {
            findings.add(blocker(
                    "profile-reads-only",
                    "Colours cannot be converted to “%s”, an input profile. Choose an output profile."
                            .formatted(word)));
        }
        if (wanted.get().model() == ColourModel.CMYK && !recipe.format().takesInks()) {
            findings.add(inksInFormat(recipe));
        }
    }

    private static void marks(Recipe recipe, Shelf shelf, List<Finding> findings) {
        if (recipe.watermark().isEmpty()
                || !(recipe.watermark().get().mark() instanceof WatermarkClause.FileMark mark)) {
            return;
        }
        for (String name :
                mark.onDark().isPresent() ? List.of(mark.name(), mark.onDark().get()) : List.of(mark.name())) {
            if (!shelf.hasMark(name)) {
                findings.add(blocker(
                        "no-mark",
                        "There is no watermark “%s”. Import it, or choose another in the recipe.".formatted(name)));
            }
        }
    }

    /** CMYK shall go into a format that cannot hold it. */
    static Finding inksInFormat(Recipe recipe) {
        return blocker(
                "inks-in-format",
                "%s cannot hold CMYK. Choose JPEG or TIFF, or an RGB or grey profile."
                        .formatted(recipe.format().title()));
    }

    private static Finding blocker(String code, String message) {
        return new Finding(Finding.Level.BLOCKER, code, message);
    }
}
