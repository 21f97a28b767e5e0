package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentFrame;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Regions: rectangles drawn on a piece, with exact numbers. */
@Controller
class RegionController {

    private final PieceService pieces;
    private final AssignmentFrame frame;
    private final PiecePreviews previews;

    RegionController(PieceService pieces, AssignmentFrame frame, PiecePreviews previews) {
        this.pieces = pieces;
        this.frame = frame;
        this.previews = previews;
    }

    @GetMapping("/pieces/{id}/regions")
    String page(@PathVariable long id, Model model) throws ProblemException {
        StoredPiece piece = pieces.get(id);
        if (piece.isRegion() || piece.isSheet()) {
            throw new ProblemException(new Problem.BadRequest(
                    piece.name(),
                    Text.of("sources.regions-can-be-drawn"),
                    Text.of("sources.choose-the-artboard-page")));
        }
        frame.fill(model, piece.assignmentId(), "sources");
        model.addAttribute("piece", piece);
        model.addAttribute("pictureKey", previews.key(piece));
        model.addAttribute("regions", pieces.regions(piece));
        return "sources/regions";
    }

    @PostMapping("/pieces/{id}/regions")
    String save(
            @PathVariable long id,
            @RequestParam Optional<Long> region,
            @RequestParam String name,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height,
            Model model)
            throws ProblemException {
        StoredPiece piece = pieces.get(id);
        try {
            Optional<StoredPieceEntity> known =
                    region.isPresent() ? Optional.of(pieces.entity(region.get())) : Optional.empty();
            pieces.region(piece, known, name, box(name, x, y, width, height));
            return "redirect:/pieces/" + id + "/regions";
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return page(id, model);
        }
    }

    private static Box box(String name, double x, double y, double width, double height) throws ProblemException {
        if (!(width > 0 && height > 0) || !Double.isFinite(x + y + width + height)) {
            throw new ProblemException(new Problem.BadRequest(
                    name, Text.of("sources.a-region-needs-a"), Text.of("sources.drag-a-rectangle-or")));
        }
        return new Box(x, y, width, height);
    }

    @PostMapping("/pieces/{id}/regions/{region}/remove")
    String remove(@PathVariable long id, @PathVariable long region) throws ProblemException {
        StoredPiece base = pieces.get(id);
        StoredPieceEntity known = pieces.entity(region);
        if (!known.isRegionOf(base)) {
            throw new ProblemException(new Problem.BadRequest(
                    known.name(), Text.of("sources.it-is-not-a", base.name()), Text.of("sources.reload-the-page-and")));
        }
        pieces.remove(known);
        return "redirect:/pieces/" + id + "/regions";
    }
}
