package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.PreviewViews;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.sources.SamplePieces;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the recipe page while somebody writes: what it would do, and what it makes of a real piece. */
@Controller
class RecipePreviewController {

    private static final int MOST_PIXELS = 4000;

    private final RecipeService recipes;
    private final RecipeCheck check;
    private final SamplePieces pieces;
    private final PreviewSessions sessions;

    RecipePreviewController(RecipeService recipes, RecipeCheck check, SamplePieces pieces, PreviewSessions sessions) {
        this.recipes = recipes;
        this.check = check;
        this.pieces = pieces;
        this.sessions = sessions;
    }

    /**
     * The sentences, names and faults of the recipe in the form.
     *
     * @param recipe the kept one that it is compared with; 0 for none
     * @param base a recipe file to compare it with instead, as for a piece with an override
     */
    @PostMapping("/recipes/check")
    @ResponseBody
    RecipeCheck.Answer check(
            @RequestParam Map<String, String> form,
            @RequestParam(defaultValue = "0") long recipe,
            @RequestParam(defaultValue = "") String base,
            @RequestParam(defaultValue = "0") long piece)
            throws ProblemException {
        return check.of(RecipeForm.sent(form), saved(recipe, base), piece);
    }

    private Optional<Recipe> saved(long recipe, String base) throws ProblemException {
        try {
            if (!base.isEmpty()) {
                return Optional.of(RecipeReader.read(base, ""));
            }
        } catch (RecipeException e) {
            return Optional.empty(); // no page sends such a one
        }
        return recipe == 0 ? Optional.empty() : Optional.of(recipes.get(recipe).recipe());
    }

    /** Renders the piece by the recipe in the form. Overtaken requests are answered with no content. */
    @PostMapping("/recipes/preview")
    @ResponseBody
    ResponseEntity<Map<String, Object>> preview(
            @RequestParam Map<String, String> form,
            @RequestParam long piece,
            @RequestParam String session,
            @RequestParam long number) {
        List<SamplePieces.Chosen> chosen = pieces.from(piece, 1);
        if (chosen.isEmpty()) {
            return ProblemAnswers.words(Text.of("recipes.this-piece-no-longer"));
        }
        try {
            PlannedRendition planned = check.planned(RecipeForm.sent(form).recipe(), chosen.get(0));
            if (!planned.canBeMade()) {
                return ProblemAnswers.words(planned.blocker().orElseThrow().message());
            }
            Optional<RecipePreview> preview = sessions.put(session, number, planned);
            return preview.isEmpty()
                    ? ResponseEntity.noContent().build()
                    : ResponseEntity.ok(RecipePreviewAnswers.of(preview.get(), planned));
        } catch (RecipeException e) {
            return ResponseEntity.noContent().build(); // the check says what is wrong
        } catch (ProblemException e) {
            return ProblemAnswers.json(e.problem(), HttpStatus.OK);
        }
    }

    /** How far the file of a preview is from its pixels; no content where that is not, or no longer, to be told. */
    @GetMapping("/recipes/preview/{session}/{number}/difference")
    @ResponseBody
    ResponseEntity<Map<String, Object>> difference(@PathVariable String session, @PathVariable long number)
            throws ProblemException {
        return sessions.difference(session, number)
                .map(found -> ResponseEntity.ok(RecipePreviewAnswers.of(found)))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** A part of a large rendition before its file is made; no content where that would be no faster. */
    @PostMapping("/recipes/preview/look")
    ResponseEntity<byte[]> look(
            @RequestParam Map<String, String> form,
            @RequestParam long piece,
            @RequestParam String session,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height) {
        List<SamplePieces.Chosen> chosen = pieces.from(piece, 1);
        if (chosen.isEmpty() || !(width > 0 && height > 0) || width > MOST_PIXELS || height > MOST_PIXELS) {
            return ResponseEntity.noContent().build();
        }
        try {
            PlannedRendition planned = check.planned(RecipeForm.sent(form).recipe(), chosen.get(0));
            return planned.canBeMade()
                    ? answer(sessions.quickView(session, planned, new Box(x, y, width, height)))
                    : ResponseEntity.noContent().build();
        } catch (RecipeException | ProblemException e) {
            return ResponseEntity.noContent().build(); // the check and the preview say why
        }
    }

    /** As plain samples: packing them would take longer. */
    private static ResponseEntity<byte[]> answer(Optional<PreviewViews.View> view) {
        return view.map(seen -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .header("X-Width", String.valueOf(seen.size().width()))
                        .body(seen.rgba()))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** A part of the rendition, or of what it was made from, in px of the rendition, at so many pixels. */
    @GetMapping("/recipes/preview/{session}/{number}/{side}")
    ResponseEntity<byte[]> view(
            @PathVariable String session,
            @PathVariable long number,
            @PathVariable String side,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height,
            @RequestParam int across,
            @RequestParam int down)
            throws ProblemException {
        if (!(width > 0 && height > 0) || across < 1 || down < 1 || across > MOST_PIXELS || down > MOST_PIXELS) {
            return ResponseEntity.badRequest().build();
        }
        return answer(sessions.view(
                session, number, side.equals("after"), new Box(x, y, width, height), new PixelSize(across, down)));
    }
}
