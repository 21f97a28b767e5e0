package app.vineparcel.web.proof;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.plan.PlannedCells;
import app.vineparcel.web.recipes.LadderAnswers;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The page of a proof: a piece and up to four of its renditions. */
@Controller
class ProofController {

    private static final int MOST = 4;

    private final PlannedCells cells;
    private final Notes notes;
    private final AssignmentFrame frame;
    private final RunService runs;

    ProofController(PlannedCells cells, Notes notes, AssignmentFrame frame, RunService runs) {
        this.cells = cells;
        this.notes = notes;
        this.frame = frame;
        this.runs = runs;
    }

    /** A piece, with some of its renditions chosen; without a choice the first two. */
    @GetMapping("/assignments/{id}/proof")
    String page(
            @PathVariable long id,
            @RequestParam String piece,
            @RequestParam(defaultValue = "") List<String> column,
            Model model)
            throws ProblemException {
        frame.fill(model, id, "plan");
        List<PlannedCells.Cell> all = cells.of(id, piece);
        List<String> possible = all.stream()
                .filter(cell -> cell.planned().isPresent())
                .map(PlannedCells.Cell::column)
                .toList();
        List<String> chosen = new ArrayList<>(column.stream()
                .distinct()
                .filter(possible::contains)
                .limit(MOST)
                .toList());
        if (chosen.isEmpty()) {
            chosen.addAll(possible.subList(0, Math.min(1, possible.size())));
        }
        model.addAttribute("piece", piece);
        model.addAttribute("pieceName", cells.name(id, piece));
        model.addAttribute("cells", all);
        model.addAttribute("chosen", chosen);
        model.addAttribute("notes", notes.of(piece));
        model.addAttribute("ladderKinds", LadderAnswers.kinds());
        model.addAttribute("ladderQualities", LadderAnswers.QUALITIES);
        return "proof/page";
    }

    /** The same from a file of a run. */
    @GetMapping("/renditions/{renditionId}/proof")
    String ofRendition(@PathVariable long renditionId) throws ProblemException {
        Rendition rendition = runs.rendition(renditionId);
        long assignment = runs.summary(rendition.runId()).run().assignmentId();
        String piece = String.valueOf(rendition.pieceId());
        String column = cells.of(assignment, piece).stream()
                .filter(cell -> cell.channel().equals(rendition.channel())
                        && rendition
                                .recipeId()
                                .filter(recipe -> recipe == cell.recipeId())
                                .isPresent())
                .map(PlannedCells.Cell::column)
                .findFirst()
                .orElse("");
        return "redirect:/assignments/" + assignment + "/proof?piece=" + piece
                + (column.isEmpty() ? "" : "&column=" + column);
    }
}
