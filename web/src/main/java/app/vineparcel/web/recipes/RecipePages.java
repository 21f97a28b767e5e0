package app.vineparcel.web.recipes;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.geometry.Anchor;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.SizeModes;
import app.vineparcel.web.Text;
import app.vineparcel.web.marks.MarkService;
import app.vineparcel.web.sources.SamplePieces;
import app.vineparcel.web.storage.ImportedShelf;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills the page on which a recipe is read, changed and tried, wherever it is shown. */
@Component
public class RecipePages {

    private final RecipeList list;
    private final SamplePieces pieces;
    private final ImportedShelf shelf;
    private final MarkService marks;

    RecipePages(RecipeList list, SamplePieces pieces, ImportedShelf shelf, MarkService marks) {
        this.list = list;
        this.pieces = pieces;
        this.shelf = shelf;
        this.marks = marks;
    }

    /**
     * Everything but whose recipe it is.
     *
     * @param recipe as it is kept
     * @param form what stands in the fields
     * @param faults what is wrong there, by field
     * @return the page's template
     */
    public String fill(Model model, Recipe recipe, RecipeForm form, Map<String, String> faults) {
        list.fill(model);
        model.addAttribute("title", recipe.title());
        model.addAttribute("form", form);
        model.addAttribute("faults", faults);
        model.addAttribute("profiles", profiles());
        model.addAttribute("sizeModes", sizeModes());
        model.addAttribute("formats", FormatFields.types());
        model.addAttribute("formatFields", FormatFields.all());
        model.addAttribute("ladderKinds", LadderAnswers.kinds());
        model.addAttribute("ladderQualities", LadderAnswers.QUALITIES);
        model.addAttribute("looks", Visibility.thatCanBeAsked());
        model.addAttribute("marks", marks.files());
        model.addAttribute("groups", pieces.groups());
        model.addAttribute(
                "anchors", Arrays.stream(Anchor.values()).map(Anchor::word).toList());
        model.addAttribute("sentences", RecipeCheck.sentences(recipe));
        model.addAttribute("idle", RecipeCheck.idle(recipe));
        model.addAttribute("sizeFor", SizeFields.SHOWN_IN);
        model.addAttribute("aspects", List.of("1:1", "3:2", "2:3", "4:3", "4:5", "16:9", "9:16"));
        return "recipes/page";
    }

    private static Map<String, String> sizeModes() {
        Map<String, String> modes = new LinkedHashMap<>();
        SizeModes.words().forEach(mode -> modes.put(mode, Text.of("size." + mode)));
        return modes;
    }

    /** What can be chosen: the word in the recipe and the name that people know. */
    private Map<String, String> profiles() {
        Map<String, String> profiles = new LinkedHashMap<>();
        for (BuiltInProfile builtIn : BuiltInProfile.values()) {
            profiles.put(builtIn.id(), builtIn.title());
        }
        profiles.put(PressProfile.ID, PressProfile.coated().title());
        shelf.profiles().forEach(imported -> profiles.put(imported.name(), imported.title()));
        return profiles;
    }
}
