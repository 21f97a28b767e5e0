package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Removes sources from an assignment, and brings them back. */
@Controller
class RemovalController {

    private final SourceService sources;
    private final PieceService pieces;
    private final AssignmentService assignments;
    private final Words words = new Words();

    RemovalController(SourceService sources, PieceService pieces, AssignmentService assignments) {
        this.sources = sources;
        this.pieces = pieces;
        this.assignments = assignments;
    }

    /** Removes one source. */
    @PostMapping("/sources/{id}/remove")
    String remove(@PathVariable long id, RedirectAttributes flash) throws ProblemException {
        long assignment = sources.get(id).assignmentId();
        return remove(assignment, List.of(id), flash);
    }

    /** Removes the sources of these pieces, and regions, objects and sheets by themselves. */
    @PostMapping("/assignments/{id}/sources/remove")
    String removeMany(@PathVariable long id, @RequestParam List<Long> piece, RedirectAttributes flash)
            throws ProblemException {
        List<StoredPiece> chosen = pieces.chosen(assignments.get(id).id(), piece);
        pieces.removeOwn(chosen);
        return remove(
                id,
                chosen.stream()
                        .filter(one -> !one.isBesideOthers())
                        .flatMap(one -> one.sourceId().stream())
                        .distinct()
                        .toList(),
                flash);
    }

    private String remove(long assignment, List<Long> ids, RedirectAttributes flash) {
        sources.remove(assignment, ids);
        if (!ids.isEmpty()) {
            flash.addFlashAttribute(
                    "said", words.count(ids.size(), "source") + " removed; the files stay where they are.");
            flash.addFlashAttribute("undo", ids.stream().map(String::valueOf).collect(Collectors.joining(",")));
        }
        return "redirect:/assignments/" + assignment + "/sources";
    }

    /** Brings removed sources back, with the names and choices of their pieces. */
    @PostMapping("/assignments/{id}/sources/restore")
    String restore(@PathVariable long id, @RequestParam List<Long> source, RedirectAttributes flash)
            throws ProblemException {
        sources.restore(assignments.get(id).id(), source);
        flash.addFlashAttribute("said", words.count(source.size(), "source") + " restored.");
        return "redirect:/assignments/" + id + "/sources";
    }
}
