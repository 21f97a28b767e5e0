package app.vineparcel.web.deliveries;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.deliver.Archive;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.web.Answers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.enclosures.EnclosedFiles;
import app.vineparcel.web.runs.DeliveredLine;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.storage.Previews;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
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
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Delivered files themselves: looked at, opened, downloaded one by one or as an archive, deleted and put back. */
@Controller
class FileController {

    /** What browsers show by themselves; anything else is kept as a file. */
    private static final Set<String> BROWSERS_SHOW =
            Set.of("jpg", "png", "webp", "avif", "gif", "pdf", "svg", "txt", "csv", "json");

    private final DeliveryService deliveries;
    private final Deletions deletions;
    private final RunService runs;
    private final AssignmentService assignments;
    private final EnclosedFiles enclosed;
    private final Previews previews;

    FileController(
            DeliveryService deliveries,
            Deletions deletions,
            RunService runs,
            AssignmentService assignments,
            EnclosedFiles enclosed,
            Previews previews) {
        this.deliveries = deliveries;
        this.deletions = deletions;
        this.runs = runs;
        this.assignments = assignments;
        this.enclosed = enclosed;
        this.previews = previews;
    }

    /** A file's facts; where it is compared, beside what another delivery has under its path. */
    @GetMapping("/renditions/{id}")
    String details(@PathVariable long id, @RequestParam(defaultValue = "0") long compare, Model model)
            throws ProblemException {
        Rendition rendition = runs.rendition(id);
        model.addAttribute("rendition", rendition);
        model.addAttribute(
                "line", runs.delivered(rendition.runId(), rendition.path()).orElse(null));
        if (compare > 0) {
            model.addAttribute(
                    "before",
                    runs.delivered(compare, rendition.path())
                            .filter(line -> !line.sha256().equals(rendition.sha256())
                                    && line.standing().isKept())
                            .orElse(null));
        }
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

    @GetMapping("/renditions/{id}/{kind:preview|thumbnail}")
    ResponseEntity<Resource> preview(@PathVariable long id, @PathVariable String kind) throws ProblemException {
        Rendition rendition = runs.rendition(id);
        Previews.Kind size = kind.equals("preview") ? Previews.Kind.SCREEN : Previews.Kind.THUMBNAIL;
        String key = "rendition-" + rendition.sha256();
        Optional<Path> made = previews.find(size, key);
        Path preview = made.isPresent() ? made.get() : previews.of(size, key, deliveries.file(rendition));
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
        return sent(deliveries.file(rendition), rendition.fileName(), keep);
    }

    /** What went along with a run. */
    @GetMapping("/enclosures/{id}/file")
    ResponseEntity<Resource> enclosure(@PathVariable long id, @RequestParam(defaultValue = "false") boolean keep)
            throws ProblemException {
        EnclosedFiles.Content content = enclosed.content(id);
        return sent(content.file(), content.name(), keep);
    }

    private static ResponseEntity<Resource> sent(Path file, String name, boolean keep) {
        String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        boolean shown = !keep && BROWSERS_SHOW.contains(ending);
        ContentDisposition disposition = (shown ? ContentDisposition.inline() : ContentDisposition.attachment())
                .filename(name, StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .contentType(type(ending))
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .cacheControl(CacheControl.noCache())
                .body(new FileSystemResource(file));
    }

    private static MediaType type(String ending) {
        return switch (ending) {
            case "txt", "csv", "sha256" -> MediaType.parseMediaType("text/plain;charset=utf-8");
            case "json" -> MediaType.APPLICATION_JSON;
            default ->
                Formats.byEnding(ending)
                        .map(kind -> MediaType.parseMediaType(kind.mediaType()))
                        .orElse(MediaType.APPLICATION_OCTET_STREAM);
        };
    }

    /** Everything of a run, or what was selected of it, as one zip, streamed. */
    @GetMapping("/deliveries/{runId}/archive")
    ResponseEntity<StreamingResponseBody> archive(@PathVariable long runId) throws ProblemException {
        return zip(runId, runs.delivered(runId), true);
    }

    @PostMapping("/deliveries/{runId}/archive")
    ResponseEntity<StreamingResponseBody> archive(@PathVariable long runId, @RequestParam String ids)
            throws ProblemException {
        Set<Long> wanted = new HashSet<>(keys(ids));
        return zip(
                runId,
                runs.delivered(runId).stream()
                        .filter(line -> wanted.contains(line.id()))
                        .toList(),
                false);
    }

    private ResponseEntity<StreamingResponseBody> zip(long runId, List<DeliveredLine> lines, boolean whole)
            throws ProblemException {
        Run run = runs.get(runId);
        String name = SafeName.of(Text.of(
                        "deliveries.run", assignments.get(run.assignmentId()).name(), run.number())) + ".zip";
        Function<String, Optional<Path>> contents =
                runs.contents(runId, lines.stream().map(DeliveredLine::id).toList());
        Map<String, Path> along = whole ? enclosed.contents(runId) : Map.of();
        List<String> paths =
                new ArrayList<>(lines.stream().map(DeliveredLine::path).toList());
        paths.addAll(along.keySet());
        return Answers.kept(name, MediaType.parseMediaType("application/zip"))
                .body(out -> Archive.stream(
                        paths,
                        path -> along.containsKey(path) ? Optional.of(along.get(path)) : contents.apply(path),
                        out));
    }

    /** Where files lie on this machine, a line each. */
    @PostMapping(path = "/deliveries/{runId}/paths", produces = MediaType.TEXT_PLAIN_VALUE)
    @ResponseBody
    String paths(@PathVariable long runId, @RequestParam String ids) throws ProblemException {
        Set<Long> wanted = new HashSet<>(keys(ids));
        Path root = deliveries.root(runs.get(runId).assignmentId());
        return runs.delivered(runId).stream()
                .filter(line -> wanted.contains(line.id()))
                .map(line -> root.resolve(line.path()).toString())
                .collect(Collectors.joining("\n"));
    }

    /** Deletes files; says which are gone, so that they can be put back. */
    @PostMapping("/deliveries/{runId}/delete")
    @ResponseBody
    Map<String, Object> delete(@PathVariable long runId, @RequestParam String ids) throws ProblemException {
        List<Long> wanted = keys(ids);
        List<Long> gone = deletions.delete(runId, wanted);
        deliveries.forget();
        String said = gone.size() == wanted.size()
                ? Text.of("deliveries.deleted", Text.of("count.file", gone.size()))
                : Text.of("deliveries.deleted-some", Text.of("count.file", gone.size()), wanted.size() - gone.size());
        return Map.of("ids", gone, "said", said);
    }

    @PostMapping("/deliveries/{runId}/restore")
    @ResponseBody
    Map<String, Object> restore(@PathVariable long runId, @RequestParam String ids) throws ProblemException {
        int back = deletions.restore(runId, keys(ids));
        deliveries.forget();
        return Map.of("said", Text.of("deliveries.restored", Text.of("count.file", back)));
    }

    private static List<Long> keys(String ids) {
        return Arrays.stream(ids.split(","))
                .filter(id -> id.matches("\\d{1,18}"))
                .map(Long::valueOf)
                .distinct()
                .toList();
    }
}
