package app.vineparcel.web.printing;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PrintLayout;
import app.vineparcel.core.render.PrintFile;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Answers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.sources.PiecePreviews;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.PlanPieces;
import app.vineparcel.web.sources.StoredPiece;
import app.vineparcel.web.storage.StorageSettings;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Pieces on paper: seen first, then made as a PDF or sent to a printer. */
@Controller
class PrintController {

    private static final int SHOWN_PAGES = 40;

    private final PieceService pieces;
    private final PlanPieces planPieces;
    private final PiecePreviews previews;
    private final AssignmentFrame frame;
    private final SourceReader reader;
    private final PrintClient client;
    private final Optional<URI> printer;

    PrintController(
            PieceService pieces,
            PlanPieces planPieces,
            PiecePreviews previews,
            AssignmentFrame frame,
            SourceReader reader,
            PrintClient client,
            StorageSettings settings) {
        this.pieces = pieces;
        this.planPieces = planPieces;
        this.previews = previews;
        this.frame = frame;
        this.reader = reader;
        this.client = client;
        this.printer = settings.printer();
    }

    /** A piece on a page as it is shown, points. */
    record Shown(long piece, String name, String pictureKey, PrintLayout.Placed placed) {}

    @GetMapping("/assignments/{id}/print")
    String page(@PathVariable long id, @RequestParam List<Long> piece, Model model) throws ProblemException {
        return show(id, piece, model.getAttribute("printed") instanceof PrintForm form ? form : PrintForm.USUAL, model);
    }

    /** The same with the paper as it was set. */
    @PostMapping("/assignments/{id}/print")
    String again(@PathVariable long id, @RequestParam List<Long> piece, @ModelAttribute PrintForm form, Model model)
            throws ProblemException {
        try {
            form.layout();
            return show(id, piece, form, model);
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return show(id, piece, PrintForm.USUAL, model);
        }
    }

    private String show(long id, List<Long> ids, PrintForm form, Model model) throws ProblemException {
        frame.fill(model, id, "sources");
        List<StoredPiece> chosen = chosen(id, ids);
        PrintLayout layout = form.layout();
        List<List<Shown>> pages = new ArrayList<>();
        for (List<PrintLayout.Placed> page :
                layout.pages(chosen.stream().map(StoredPiece::piece).toList())) {
            pages.add(page.stream()
                    .map(placed -> {
                        StoredPiece one = chosen.get(placed.number());
                        return new Shown(one.id(), one.name(), previews.key(one), placed);
                    })
                    .toList());
        }
        model.addAttribute("chosen", chosen);
        model.addAttribute("form", form);
        model.addAttribute("layout", layout);
        model.addAttribute("marked", form.isMarked());
        model.addAttribute("pages", pages.subList(0, Math.min(SHOWN_PAGES, pages.size())));
        model.addAttribute("pageCount", pages.size());
        model.addAttribute("printer", printer.map(URI::getHost).orElse(""));
        return "printing/page";
    }

    private List<StoredPiece> chosen(long id, List<Long> ids) throws ProblemException {
        List<StoredPiece> chosen = pieces.chosen(id, ids);
        if (chosen.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    "Printing", Text.of("printing.nothing-is-selected"), Text.of("printing.select-pieces-on-the")));
        }
        return chosen;
    }

    @PostMapping("/assignments/{id}/print.pdf")
    ResponseEntity<Resource> pdf(
            @PathVariable long id, @RequestParam List<Long> piece, @ModelAttribute PrintForm form, Model model)
            throws ProblemException, IOException {
        Assignment assignment = frame.fill(model, id, "sources");
        Path file = made(id, piece, form, assignment.name());
        try {
            return attachment(new ByteArrayResource(Files.readAllBytes(file)), assignment.name() + ".pdf");
        } finally {
            Files.delete(file);
        }
    }

    @PostMapping("/assignments/{id}/print/job")
    String job(
            @PathVariable long id,
            @RequestParam List<Long> piece,
            @ModelAttribute PrintForm form,
            Model model,
            RedirectAttributes after)
            throws ProblemException, IOException {
        URI address = printer.orElseThrow(() -> new ProblemException(new Problem.BadRequest(
                "Printing", Text.of("printing.no-printer-is-set"), Text.of("printing.save-a-pdf-or"))));
        Assignment assignment = frame.fill(model, id, "sources");
        Path file = made(id, piece, form, assignment.name());
        try {
            int number = client.print(address, assignment.name(), file);
            after.addFlashAttribute("said", Text.of("printing.sent-to-the-printer", number));
            after.addFlashAttribute("printed", form);
            after.addAttribute("piece", piece);
            return "redirect:/assignments/" + id + "/print";
        } finally {
            Files.delete(file);
        }
    }

    private Path made(long id, List<Long> ids, PrintForm form, String title) throws ProblemException, IOException {
        List<PlanPiece> planned = planPieces.of(chosen(id, ids));
        Path file = Files.createTempFile("vine-parcel", ".pdf");
        try {
            PrintFile.write(reader, planned, form.layout(), form.isMarked(), title, file);
            return file;
        } catch (ProblemException e) {
            Files.delete(file);
            throw e;
        }
    }

    private static ResponseEntity<Resource> attachment(Resource file, String name) {
        return Answers.kept(name, MediaType.APPLICATION_PDF).body(file);
    }
}
