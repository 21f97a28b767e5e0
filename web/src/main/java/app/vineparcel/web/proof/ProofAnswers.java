package app.vineparcel.web.proof;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.core.render.ProofLayer;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import app.vineparcel.web.plan.PlannedCells;
import app.vineparcel.web.recipes.LadderAnswers;
import app.vineparcel.web.recipes.RecipePreviewAnswers;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the script of a proof: renditions, their tiles and numbers, the ladder, and what is decided. */
@Controller
class ProofAnswers {

    private final PlannedCells cells;
    private final ProofSessions sessions;
    private final ProofNumbers numbers;
    private final Verdicts verdicts;

    ProofAnswers(PlannedCells cells, ProofSessions sessions, ProofNumbers numbers, Verdicts verdicts) {
        this.cells = cells;
        this.sessions = sessions;
        this.numbers = numbers;
        this.verdicts = verdicts;
    }

    /**
     * Makes one rendition for a page.
     *
     * @param shown the columns that the page shows
     */
    @PostMapping("/assignments/{id}/proof/open")
    @ResponseBody
    ResponseEntity<Map<String, Object>> open(
            @PathVariable long id,
            @RequestParam String piece,
            @RequestParam String column,
            @RequestParam List<String> shown,
            @RequestParam String session)
            throws ProblemException {
        PlannedRendition planned = planned(id, piece, column);
        RecipePreview made = sessions.put(session, shown, column, planned);
        Map<String, Object> answer = RecipePreviewAnswers.of(made, planned);
        answer.put("sha256", made.sha256());
        answer.put("path", planned.path());
        answer.put("inks", planned.column().recipe().format().takesInks());
        verdicts.of(id, planned.path(), made.sha256()).ifPresent(verdict -> answer.put("verdict", told(verdict)));
        return ResponseEntity.ok(answer);
    }

    private PlannedRendition planned(long id, String piece, String column) throws ProblemException {
        return cells.planned(id, piece, column)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        Text.of("proof.rendition"), Text.of("proof.not-made"), Text.of("proof.choose-another"))));
    }

    private static Map<String, Object> told(Verdict verdict) {
        return Map.of("passed", verdict.passed(), "words", words(verdict), "said", verdict.said());
    }

    private static String words(Verdict verdict) {
        return Text.of(
                verdict.passed() ? "proof.passed-by" : "proof.sent-back-by",
                verdict.author(),
                new Words().moment(verdict.decidedAt()));
    }

    /** A tile as PNG, in sRGB and with its profile. */
    @GetMapping("/proof/{session}/{column}/{layer}/{gain}/{level}/{x}/{y}.png")
    ResponseEntity<byte[]> tile(
            @PathVariable String session,
            @PathVariable String column,
            @PathVariable String layer,
            @PathVariable int gain,
            @PathVariable int level,
            @PathVariable int x,
            @PathVariable int y)
            throws ProblemException {
        Optional<ProofLayer> wanted = ProofLayer.named(layer);
        if (wanted.isEmpty() || gain < 1 || gain > 64) {
            return ResponseEntity.notFound().build();
        }
        Optional<Optional<byte[]>> png =
                sessions.with(session, open -> open.tile(column, wanted.get(), gain, level, x, y));
        if (png.isEmpty()) {
            return ResponseEntity.notFound().build(); // the proof is closed
        }
        return png.get()
                .map(tile -> ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_PNG)
                        .cacheControl(CacheControl.maxAge(Duration.ofMinutes(5)).cachePrivate())
                        .body(tile))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** What a layer says in numbers. */
    @GetMapping("/proof/{session}/{column}/{layer}/numbers")
    @ResponseBody
    ResponseEntity<Map<String, Object>> numbers(
            @PathVariable String session, @PathVariable String column, @PathVariable String layer)
            throws ProblemException {
        Optional<ProofLayer> wanted = ProofLayer.named(layer);
        if (wanted.isEmpty()) {
            return ResponseEntity.notFound().build();
        }
        return sessions.with(session, open -> open.isOpen(column) ? numbers.of(open, column, wanted.get()) : "")
                .map(said -> ResponseEntity.ok(Map.<String, Object>of("says", said)))
                .orElseGet(() -> ResponseEntity.notFound().build());
    }

    /** A rung of the ladder of a rendition. */
    @PostMapping("/assignments/{id}/proof/ladder")
    @ResponseBody
    ResponseEntity<byte[]> ladder(
            @PathVariable long id,
            @RequestParam String piece,
            @RequestParam String column,
            @RequestParam String session,
            @RequestParam String type,
            @RequestParam int quality,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height)
            throws ProblemException {
        PlannedRendition planned = planned(id, piece, column);
        Box region = LadderAnswers.region(x, y, width, height);
        Optional<Ladder> ladder = sessions.ladder(session, planned, region);
        return ladder.isEmpty()
                        || LadderAnswers.kinds().stream()
                                .noneMatch(kind -> kind.type().equals(type))
                ? ResponseEntity.noContent().build()
                : LadderAnswers.of(
                        ladder.get(),
                        LadderAnswers.format(planned.column().recipe().format(), type, quality),
                        region);
    }

    /** Passes a file as it was looked at, or sends it back. */
    @PostMapping("/assignments/{id}/proof/verdict")
    @ResponseBody
    Map<String, Object> decide(
            @PathVariable long id,
            @RequestParam String path,
            @RequestParam String sha256,
            @RequestParam boolean passed,
            @RequestParam String author,
            @RequestParam(defaultValue = "") String said)
            throws ProblemException {
        return told(verdicts.decide(id, path, sha256, passed, author, said));
    }

    /** What is wrong, for the script to show. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
