package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.storage.Uploads;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** How a document is taken: which box of its pages, without which layers, with which objects; its password; a new version of it. */
@Controller
class DocumentController {

    private final SourceService sources;
    private final DocumentService documents;
    private final AssignmentFrame frame;
    private final Uploads uploads;

    DocumentController(SourceService sources, DocumentService documents, AssignmentFrame frame, Uploads uploads) {
        this.sources = sources;
        this.documents = documents;
        this.frame = frame;
        this.uploads = uploads;
    }

    @GetMapping("/sources/{id}/layers")
    String layers(@PathVariable long id, Model model) throws ProblemException {
        Source source = sources.get(id);
        frame.fill(model, source.assignmentId(), "sources");
        model.addAttribute("source", source);
        model.addAttribute(
                "layers",
                source.layers().stream()
                        .sorted(Comparator.comparing(layer -> layer.helper().isEmpty()))
                        .toList());
        model.addAttribute("boxes", PageBox.values());
        return "sources/layers";
    }

    @PostMapping("/sources/{id}/layers")
    String setOptions(
            @PathVariable long id,
            @RequestParam(defaultValue = "") List<String> out,
            @RequestParam(defaultValue = "crop") String box,
            @RequestParam(defaultValue = "false") boolean paper)
            throws ProblemException {
        Source source = documents.setOptions(id, pageBox(box), out, paper);
        return "redirect:/assignments/" + source.assignmentId() + "/sources";
    }

    private static PageBox pageBox(String word) throws ProblemException {
        try {
            return PageBox.valueOf(word.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new ProblemException(
                    new Problem.BadRequest(
                            Text.of("sources.the-page-box"),
                            Text.of("sources.there-is-no-box", word),
                            Text.of("sources.choose-one")),
                    e);
        }
    }

    @GetMapping("/sources/{id}/objects")
    String objects(@PathVariable long id, Model model) throws ProblemException {
        Source source = sources.get(id);
        frame.fill(model, source.assignmentId(), "sources");
        model.addAttribute("source", source);
        model.addAttribute("objects", documents.objects(source));
        return "sources/objects";
    }

    @PostMapping("/sources/{id}/objects")
    String addObjects(@PathVariable long id, @RequestParam(defaultValue = "") List<String> key)
            throws ProblemException {
        Source source = sources.get(id);
        documents.addObjects(source, key);
        return "redirect:/assignments/" + source.assignmentId() + "/sources";
    }

    @PostMapping("/sources/{id}/password")
    String unlock(@PathVariable long id, @RequestParam String password, Model model) throws ProblemException {
        Source source = sources.get(id);
        try {
            documents.unlock(source, password);
            return "redirect:/assignments/" + source.assignmentId() + "/sources";
        } catch (ProblemException e) {
            frame.fill(model, source.assignmentId(), "sources");
            model.addAttribute("source", source);
            model.addAttribute("problem", e.problem());
            return "sources/locked";
        }
    }

    /** A new version of a source, as the body of the request. */
    @PostMapping(path = "/sources/{id}/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<String> replace(@PathVariable long id, @RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            documents.replace(id, uploads.store(name, request.getInputStream()));
            return ResponseEntity.ok(Text.of("common.imported"));
        } catch (ProblemException e) {
            return ProblemAnswers.text(e.problem());
        }
    }
}
