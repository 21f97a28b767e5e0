package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.storage.Previews;
import app.vineparcel.web.storage.SourceRoots;
import app.vineparcel.web.storage.Uploads;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
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

    private static final MediaType WEBP = MediaType.parseMediaType("image/webp");

    private final SourceService sources;
    private final AssignmentFrame frame;
    private final SourceRoots roots;
    private final Uploads uploads;
    private final Previews previews;

    SourceController(
            SourceService sources, AssignmentFrame frame, SourceRoots roots, Uploads uploads, Previews previews) {
        this.sources = sources;
        this.frame = frame;
        this.roots = roots;
        this.uploads = uploads;
        this.previews = previews;
    }

    @GetMapping("/assignments/{id}/sources")
    String page(@PathVariable long id, Model model) throws ProblemException {
        frame.fill(model, id, "sources");
        List<Source> all = sources.all(id);
        Map<String, List<Source>> folders =
                all.stream().collect(Collectors.groupingBy(Source::folder, LinkedHashMap::new, Collectors.toList()));
        model.addAttribute("folders", folders);
        model.addAttribute("suggestions", roots.suggestions());
        model.addAttribute("roots", roots.all());
        progress(model, id, all);
        all.stream().filter(Source::isReady).findFirst().ifPresent(source -> model.addAttribute("source", source));
        return "sources/page";
    }

    /** Cards of the sources that changed since the page asked last, to be swapped in where they stand. */
    @GetMapping("/assignments/{id}/sources/changes")
    String changes(@PathVariable long id, @RequestParam long since, Model model) {
        List<Source> all = sources.all(id);
        model.addAttribute("changed", sources.changedSince(id, since));
        model.addAttribute("assignmentId", id);
        progress(model, id, all);
        return "sources/changes";
    }

    private void progress(Model model, long id, List<Source> all) {
        model.addAttribute("assignmentId", id);
        model.addAttribute("total", all.size());
        model.addAttribute("waiting", sources.waiting(id));
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

    @GetMapping("/sources/{id}")
    String details(@PathVariable long id, Model model) throws ProblemException {
        model.addAttribute("source", sources.get(id));
        return "sources/details :: details";
    }

    /** A focal point as shares of width and height; without them, back to the suggested one. */
    @PostMapping("/sources/{id}/focus")
    String focus(@PathVariable long id, @RequestParam Optional<Double> x, @RequestParam Optional<Double> y, Model model)
            throws ProblemException {
        Optional<FocalPoint> point = x.isPresent() && y.isPresent()
                ? Optional.of(new FocalPoint(share(x.get()), share(y.get())))
                : Optional.empty();
        model.addAttribute("source", sources.focus(id, point));
        return "sources/details :: details";
    }

    private static double share(double given) {
        return Double.isFinite(given) ? Math.max(0, Math.min(1, given)) : 0.5;
    }

    @GetMapping("/sources/{id}/thumbnail")
    ResponseEntity<Resource> thumbnail(@PathVariable long id) {
        Optional<Path> made = previews.find(Previews.Kind.THUMBNAIL, String.valueOf(id));
        return made.map(this::picture).orElse(ResponseEntity.notFound().build());
    }

    @GetMapping("/sources/{id}/preview")
    ResponseEntity<Resource> preview(@PathVariable long id) throws ProblemException {
        Source source = sources.get(id);
        return picture(previews.of(Previews.Kind.SCREEN, "source-" + id, source.file()));
    }

    private ResponseEntity<Resource> picture(Path file) {
        return ResponseEntity.ok()
                .contentType(WEBP)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(new FileSystemResource(file));
    }
}
