package app.vineparcel.web.deliveries;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.deliver.Archive;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.web.Answers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.storage.Previews;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@Controller
class DeliveryController {

    /** What browsers show by themselves; anything else is kept as a file. */
    private static final Set<String> BROWSERS_SHOW = Set.of("jpg", "png", "webp", "avif", "gif", "pdf", "svg");

    private final DeliveryService deliveries;
    private final RunService runs;
    private final AssignmentFrame frame;
    private final Previews previews;

    DeliveryController(DeliveryService deliveries, RunService runs, AssignmentFrame frame, Previews previews) {
        this.deliveries = deliveries;
        this.runs = runs;
        this.frame = frame;
        this.previews = previews;
    }

    @GetMapping("/assignments/{id}/deliveries")
    String newest(@PathVariable long id, Model model) throws ProblemException {
        List<RunSummary> all = deliveries.all(id);
        if (all.isEmpty()) {
            frame.fill(model, id, "deliveries");
            return "deliveries/none";
        }
        return "redirect:/deliveries/" + all.get(0).run().id();
    }

    @GetMapping("/deliveries/{runId}")
    String page(@PathVariable long runId, Model model) throws ProblemException {
        RunSummary summary = runs.summary(runId);
        long assignmentId = summary.run().assignmentId();
        frame.fill(model, assignmentId, "deliveries");
        List<Rendition> files = deliveries.files(runId);
        model.addAttribute("all", deliveries.all(assignmentId));
        model.addAttribute("summary", summary);
        Tree tree = Tree.of(files);
        model.addAttribute("tree", tree);
        model.addAttribute("root", deliveries.root(assignmentId));
        List<String> gone = deliveries.missing(assignmentId, files);
        model.addAttribute("gone", gone);
        tree.first().ifPresent(first -> {
            model.addAttribute("rendition", first);
            model.addAttribute("missing", gone.contains(first.path()));
        });
        return "deliveries/page";
    }

    @GetMapping("/renditions/{id}")
    String details(@PathVariable long id, Model model) throws ProblemException {
        Rendition rendition = runs.rendition(id);
        model.addAttribute("rendition", rendition);
        model.addAttribute("missing", deliveries.isMissing(rendition));
        return "deliveries/details :: details";
    }

    /** The recipe that made a file, clause by clause as it then stood. */
    @GetMapping("/renditions/{id}/recipe")
    String recipe(@PathVariable long id, Model model) throws ProblemException {
        Rendition rendition = runs.rendition(id);
        model.addAttribute("rendition", rendition);
        model.addAttribute("clauses", Clause.values());
        model.addAttribute("recipe", runs.recipe(rendition));
        return "deliveries/recipe";
    }

    @GetMapping("/renditions/{id}/preview")
    ResponseEntity<Resource> preview(@PathVariable long id) throws ProblemException {
        Rendition rendition = runs.rendition(id);
        Path preview = previews.of(Previews.Kind.SCREEN, "rendition-" + rendition.sha256(), deliveries.file(rendition));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("image/webp"))
                .cacheControl(CacheControl.noCache())
                .body(new FileSystemResource(preview));
    }

    /** The file itself; shown by the browser where it can, or to be kept. */
    @GetMapping("/renditions/{id}/file")
    ResponseEntity<Resource> file(@PathVariable long id, @RequestParam(defaultValue = "false") boolean keep)
            throws ProblemException {
        Rendition rendition = runs.rendition(id);
        Path file = deliveries.file(rendition);
        String ending = rendition
                .path()
                .substring(rendition.path().lastIndexOf('.') + 1)
                .toLowerCase(Locale.ROOT);
        boolean shown = !keep && BROWSERS_SHOW.contains(ending);
        ContentDisposition disposition = (shown ? ContentDisposition.inline() : ContentDisposition.attachment())
                .filename(rendition.fileName(), StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .contentType(type(ending))
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .cacheControl(CacheControl.noCache())
                .body(new FileSystemResource(file));
    }

    private static MediaType type(String ending) {
        return Formats.byEnding(ending)
                .map(kind -> MediaType.parseMediaType(kind.mediaType()))
                .orElse(MediaType.APPLICATION_OCTET_STREAM);
    }

    /** Everything of a run as one zip, streamed. */
    @GetMapping("/deliveries/{runId}/archive")
    ResponseEntity<StreamingResponseBody> archive(@PathVariable long runId, Model model) throws ProblemException {
        RunSummary summary = runs.summary(runId);
        Assignment assignment = frame.fill(model, summary.run().assignmentId(), "deliveries");
        List<String> paths =
                deliveries.files(runId).stream().map(Rendition::path).toList();
        String name = SafeName.of(Text.of(
                        "deliveries.run", assignment.name(), summary.run().number())) + ".zip";
        Path root = deliveries.root(assignment.id());
        return Answers.kept(name, MediaType.parseMediaType("application/zip"))
                .body(out -> Archive.stream(root, paths, out));
    }
}
