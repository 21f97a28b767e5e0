package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentFrame;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Sheets: several pieces on one canvas. */
@Controller
class SheetController {

    private final SheetService sheets;
    private final PieceService pieces;
    private final AssignmentFrame frame;
    private final PiecePreviews previews;

    SheetController(SheetService sheets, PieceService pieces, AssignmentFrame frame, PiecePreviews previews) {
        this.sheets = sheets;
        this.pieces = pieces;
        this.frame = frame;
        this.previews = previews;
    }

    /** A piece on the page of its sheet. */
    record Shown(StoredPiece piece, SheetBody.Item item, String pictureKey) {}

    @PostMapping("/assignments/{id}/sheets")
    String layOut(@PathVariable long id, @RequestParam List<Long> piece) throws ProblemException {
        return "redirect:/sheets/" + sheets.create(id, pieces.chosen(id, piece)).id();
    }

    @GetMapping("/sheets/{id}")
    String page(@PathVariable long id, Model model) throws ProblemException {
        StoredPiece sheet = sheets.get(id);
        frame.fill(model, sheet.assignmentId(), "sources");
        SheetBody body = SheetBody.read(sheet.sheetBody());
        List<StoredPiece> items = pieces.chosen(
                sheet.assignmentId(),
                body.items().stream().map(SheetBody.Item::piece).toList());
        model.addAttribute("sheet", sheet);
        model.addAttribute("body", body);
        model.addAttribute(
                "shown",
                body.items().stream()
                        .flatMap(place -> items.stream()
                                .filter(piece -> piece.id() == place.piece())
                                .map(piece -> new Shown(piece, place, previews.key(piece))))
                        .toList());
        return "sources/sheet";
    }

    /** Keeps how the sheet is items: by a rule, or each piece where it was put. */
    @PostMapping("/sheets/{id}")
    String arrange(
            @PathVariable long id,
            @RequestParam String name,
            @RequestParam String layout,
            @RequestParam double gap,
            @RequestParam double margin,
            @RequestParam String background,
            @RequestParam(defaultValue = "") String places,
            Model model)
            throws ProblemException {
        try {
            sheets.arrange(id, name, new SheetBody(layout, gap, margin, background, List.of()), places);
            return "redirect:/sheets/" + id;
        } catch (ProblemException e) {
            Problem problem = e.problem();
            model.addAttribute("problem", problem);
            return page(id, model);
        }
    }
}
