package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.storage.SourceRoots;
import app.vineparcel.web.storage.Uploads;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

@Controller
class SourceController {

    private final SourceService sources;
    private final AssignmentFrame frame;
    private final SourceRoots roots;
    private final Uploads uploads;
    private final PieceService pieces;
    private final PiecePreviews previews;

    SourceController(
            SourceService sources,
            AssignmentFrame frame,
            SourceRoots roots,
            Uploads uploads,
            PieceService pieces,
            PiecePreviews previews) {
        this.sources = sources;
        this.frame = frame;
        this.roots = roots;
        this.uploads = uploads;
        this.pieces = pieces;
        this.previews = previews;
    }

    @GetMapping("/assignments/{id}/sources")
    String page(@PathVariable long id, Model model) throws ProblemException {
        frame.fill(model, id, "sources");
        List<Source> all = sources.all(id);
        Map<Long, List<StoredPiece>> bySource = pieces.bySource(id);
        SourceShelf shelf = SourceShelf.of(all, bySource, previews);
        model.addAttribute("shelf", shelf);
        model.addAttribute("suggestions", roots.suggestions());
        model.addAttribute("roots", roots.all());
        progress(model, id, all);
        Optional<StoredPiece> first = shelf.first();
        if (first.isPresent()) {
            model.addAttribute("piece", first.get());
            model.addAttribute("pictureKey", previews.key(first.get()));
            if (first.get().sourceId().isPresent()) {
                model.addAttribute("source", sources.get(first.get().sourceId().get()));
                model.addAttribute("regions", pieces.regions(first.get()));
            }
        }
        return "sources/page";
    }

    /** Cards of the sources that changed since the page asked last, to be swapped in where they stand. */
    @GetMapping("/assignments/{id}/sources/changes")
    String changes(@PathVariable long id, @RequestParam long since, Model model, HttpServletResponse response) {
        List<Source> all = sources.all(id);
        List<Source> changed =
                all.stream().filter(source -> source.changed() > since).toList();
        if (changed.stream().anyMatch(source -> source.isDocument() || source.isLocked())) {
            response.setHeader("HX-Refresh", "true"); // a document brings more than a card
        }
        Map<Long, List<StoredPiece>> bySource = pieces.bySource(id);
        // of all sources, so that every card has its number; sheets have no source and do not change with one
        model.addAttribute(
                "cards",
                SourceShelf.of(all, bySource, previews).cards().stream()
                        .filter(card -> card.source() != null && changed.contains(card.source()))
                        .toList());
        model.addAttribute("assignmentId", id);
        progress(model, id, all);
        return "sources/changes";
    }

    private void progress(Model model, long id, List<Source> all) {
        model.addAttribute("assignmentId", id);
        model.addAttribute("total", all.size());
        // of the same list as all else here: a source that is read meanwhile must not be missed
        model.addAttribute(
                "waiting",
                all.stream()
                        .filter(source -> source.state() == Source.State.WAITING)
                        .count());
        model.addAttribute(
                "since", all.stream().mapToLong(Source::changed).max().orElse(0));
    }

    /** One file as the body of the request, named in the query. */
    @PostMapping(path = "/assignments/{id}/sources/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<String> upload(@PathVariable long id, @RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            sources.add(id, uploads.store(name, request.getInputStream()));
            return ResponseEntity.ok("taken in");
        } catch (ProblemException e) {
            HttpStatus status =
                    e.problem() instanceof Problem.OverBudget ? HttpStatus.CONTENT_TOO_LARGE : HttpStatus.BAD_REQUEST;
            return ResponseEntity.status(status)
                    .contentType(MediaType.TEXT_PLAIN)
                    .body(e.problem().reason() + " " + e.problem().remedy());
        }
    }

    @PostMapping("/assignments/{id}/sources/folder")
    String nameFolder(@PathVariable long id, @RequestParam String folder, Model model) throws ProblemException {
        try {
            sources.addFolder(id, folder);
            return "redirect:/assignments/" + id + "/sources";
        } catch (ProblemException e) {
            model.addAttribute("folderProblem", e.problem());
            model.addAttribute("folderNamed", folder);
            return page(id, model);
        }
    }

    /** A focal point as shares of width and height; without them, back to the suggested one. */
    @PostMapping("/sources/{id}/focus")
    String focus(@PathVariable long id, @RequestParam Optional<Double> x, @RequestParam Optional<Double> y)
            throws ProblemException {
        Optional<FocalPoint> point = x.isPresent() && y.isPresent()
                ? Optional.of(new FocalPoint(share(x.get()), share(y.get())))
                : Optional.empty();
        sources.focus(id, point);
        return "redirect:/pieces/" + pieces.ofSource(id).id();
    }

    /** Reads a refused source again. */
    @PostMapping("/sources/{id}/again")
    String again(@PathVariable long id) throws ProblemException {
        return "redirect:/assignments/" + sources.again(id).assignmentId() + "/sources";
    }

    @PostMapping("/sources/{id}/remove")
    String remove(@PathVariable long id) throws ProblemException {
        return "redirect:/assignments/" + sources.remove(id).assignmentId() + "/sources";
    }

    private static double share(double given) {
        return Double.isFinite(given) ? Math.max(0, Math.min(1, given)) : 0.5;
    }
}
