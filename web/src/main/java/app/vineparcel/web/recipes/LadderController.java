package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import app.vineparcel.web.sources.SamplePieces;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the recipe page's two questions about formats: how a quality looks, and which format is lightest at the same look. */
@Controller
class LadderController {

    /** How many pieces of an assignment stand for all. */
    private static final int MOST_PIECES = 6;

    private static final Words WORDS = new Words();

    private final RecipeCheck check;
    private final SamplePieces pieces;
    private final PreviewSessions sessions;
    private final List<RecipeUse> uses;

    LadderController(RecipeCheck check, SamplePieces pieces, PreviewSessions sessions, List<RecipeUse> uses) {
        this.uses = uses;
        this.check = check;
        this.pieces = pieces;
        this.sessions = sessions;
    }

    /** A region of the recipe in the form at another format and quality; no content where the format cannot hold it. */
    @PostMapping("/recipes/ladder")
    @ResponseBody
    ResponseEntity<byte[]> rung(
            @RequestParam Map<String, String> form,
            @RequestParam long piece,
            @RequestParam String session,
            @RequestParam String type,
            @RequestParam int quality,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height) {
        try {
            Optional<PlannedRendition> planned = planned(form, piece);
            if (planned.isEmpty() || !isTried(type)) {
                return ResponseEntity.noContent().build();
            }
            Box region = LadderAnswers.region(x, y, width, height);
            Ladder ladder = sessions.ladder(session, planned.get(), region);
            OutputFormat own = planned.get().column().recipe().format();
            return LadderAnswers.of(ladder, LadderAnswers.format(own, type, quality), region);
        } catch (RecipeException | ProblemException e) {
            return ResponseEntity.noContent().build(); // the check and the preview say why
        }
    }

    /** Which pieces stand for all of an assignment. */
    @PostMapping("/recipes/which-format/pieces")
    @ResponseBody
    List<Map<String, Object>> samples(@RequestParam long piece) {
        return pieces.from(piece, MOST_PIECES).stream()
                .map(chosen -> Map.<String, Object>of(
                        "id", chosen.piece().id(), "name", chosen.piece().name()))
                .toList();
    }

    /**
     * The lightest file of a format that looks as near on a piece as the recipe wants it, or as its own file does.
     *
     * @param recipe the kept one that the form is of; 0 for none
     * @param sum what the pieces before it weigh, bytes
     */
    @PostMapping("/recipes/which-format")
    @ResponseBody
    ResponseEntity<Map<String, Object>> whichFormat(
            @RequestParam Map<String, String> form,
            @RequestParam long piece,
            @RequestParam String session,
            @RequestParam String type,
            @RequestParam(defaultValue = "0") long recipe,
            @RequestParam(defaultValue = "0") long sum) {
        try {
            Optional<PlannedRendition> planned = planned(form, piece);
            if (planned.isEmpty() || !isTried(type)) {
                return ProblemAnswers.words(Text.of("recipes.this-piece-no-longer"));
            }
            Recipe wants = planned.get().column().recipe();
            Ladder ladder =
                    sessions.ladder(session, planned.get(), planned.get().size().box());
            OutputFormat format = LadderAnswers.format(wants.format(), type, 80);
            if (!ladder.holds(format)) {
                return ResponseEntity.noContent().build();
            }
            double wanted = wants.looksLike().isPresent()
                    ? wants.looksLike().getAsDouble()
                    : Math.min(99, ladder.score(wants.format()));
            Ladder.Lightest found = ladder.lightest(format, wanted);
            Map<String, Object> answer = new LinkedHashMap<>();
            answer.put("sum", sum + found.bytes());
            answer.put("weight", WORDS.weight(sum + found.bytes()));
            answer.put("score", WORDS.score(found.score()));
            answer.put("wanted", WORDS.score(wanted));
            answer.put("near", found.near());
            answer.put(
                    "notFor",
                    uses.stream()
                            .flatMap(use -> use.notUnderstanding(recipe, type).stream())
                            .collect(Collectors.joining(", ")));
            answer.put("quality", found.format().weightStep().orElse(0));
            return ResponseEntity.ok(answer);
        } catch (RecipeException e) {
            return ResponseEntity.noContent().build();
        } catch (ProblemException e) {
            return ProblemAnswers.words(e.problem().sentence());
        }
    }

    private static boolean isTried(String type) {
        return Formats.types().contains(type)
                && LadderAnswers.kinds().stream().anyMatch(kind -> kind.type().equals(type));
    }

    private Optional<PlannedRendition> planned(Map<String, String> form, long piece) throws RecipeException {
        Recipe recipe = RecipeForm.sent(form).recipe();
        return pieces.from(piece, 1).stream()
                .map(chosen -> check.planned(recipe, chosen))
                .filter(PlannedRendition::canBeMade)
                .findFirst();
    }
}
