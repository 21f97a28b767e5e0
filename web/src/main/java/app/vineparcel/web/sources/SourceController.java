package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.storage.SourceRoots;
import app.vineparcel.web.storage.Uploads;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Shows the sources of an assignment, and imports more. */
@Controller
class SourceController {

    /** Cards that come with the page. */
    private static final int AT_ONCE = 40;

    private static final int MOST_AT_ONCE = 200;

    /**
     * How reading goes on.
     *
     * @param change another after every change of a source
     * @param waiting sources that are still to be read
     * @param total of so many
     * @param cards how many cards there are
     */
    record State(long change, long waiting, long total, int cards) {}

    private final SourceService sources;
    private final AssignmentFrame frame;
    private final SourceRoots roots;
    private final Uploads uploads;
    private final PieceService pieces;
    private final PiecePreviews previews;
    private final SourceListRows lines;
    private final SourceCards cards;
    private final AssignmentService assignments;
    private final WatchedFolders folders;
    private final Words words = new Words();

    SourceController(
            SourceService sources,
            AssignmentFrame frame,
            SourceRoots roots,
            Uploads uploads,
            PieceService pieces,
            PiecePreviews previews,
            SourceListRows lines,
            SourceCards cards,
            AssignmentService assignments,
            WatchedFolders folders) {
        this.folders = folders;
        this.lines = lines;
        this.cards = cards;
        this.assignments = assignments;
        this.sources = sources;
        this.frame = frame;
        this.roots = roots;
        this.uploads = uploads;
        this.pieces = pieces;
        this.previews = previews;
    }

    @GetMapping("/assignments/{id}/sources")
    String page(@PathVariable long id, SourceListQuery wanted, Model model) throws ProblemException {
        frame.fill(model, id, "sources");
        SourceListQuery asked = wanted;
        long change = sources.lastChange(id); // before all else, so that no change is missed
        List<SourceListRow> all = lines.of(id);
        SourceList list;
        try {
            list = SourceList.of(all, asked);
        } catch (ProblemException e) {
            asked = SourceListQuery.ALL;
            list = SourceList.of(all, asked);
        }
        list(list, model);
        model.addAttribute("asked", asked);
        model.addAttribute("first", cards.of(firstLines(list)));
        model.addAttribute("removed", sources.removed(id));
        model.addAttribute("suggestions", roots.suggestions());
        model.addAttribute("roots", roots.all());
        model.addAttribute("folders", folders.of(id));
        model.addAttribute("state", state(change, SourceList.of(all, SourceListQuery.ALL)));
        model.addAttribute("assignmentId", id);
        Optional<StoredPiece> first = list.lines().stream()
                .filter(line -> line.pieceId() > 0)
                .findFirst()
                .flatMap(line -> pieces.find(line.pieceId()));
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

    private static void list(SourceList list, Model model) {
        model.addAttribute("list", list);
    }

    private static List<SourceListRow> firstLines(SourceList list) {
        return list.lines().stream().limit(AT_ONCE).toList();
    }

    /** The headings, with room for the cards below them. */
    @GetMapping("/assignments/{id}/sources/list")
    String list(@PathVariable long id, SourceListQuery asked, Model model, HttpServletResponse response)
            throws ProblemException {
        List<SourceListRow> all = lines.of(assignments.get(id).id());
        SourceList list = SourceList.of(all, SourceListQuery.ALL);
        try {
            list = SourceList.of(all, asked);
        } catch (ProblemException e) {
            ProblemAnswers.header(e.problem(), response);
        }
        list(list, model);
        model.addAttribute("first", List.of());
        response.setHeader("X-Shown", list.count() + " " + list.total());
        return "sources/list";
    }

    /** Cards from one, counted from 0, to before another, of all that are shown. */
    @GetMapping("/assignments/{id}/sources/cards")
    String cards(
            @PathVariable long id, @RequestParam int from, @RequestParam int to, SourceListQuery asked, Model model)
            throws ProblemException {
        List<SourceListRow> shown =
                SourceList.of(lines.of(assignments.get(id).id()), asked).lines();
        int first = Math.max(0, Math.min(from, shown.size()));
        int last = Math.max(first, Math.min(Math.min(to, first + MOST_AT_ONCE), shown.size()));
        model.addAttribute("cards", cards.of(shown.subList(first, last)));
        return "sources/cards";
    }

    /** The ids of the pieces that are shown. */
    @GetMapping("/assignments/{id}/sources/ids")
    @ResponseBody
    List<Long> ids(@PathVariable long id, @RequestParam Optional<Boolean> offered, SourceListQuery asked)
            throws ProblemException {
        return SourceList.of(lines.of(assignments.get(id).id()), asked).lines().stream()
                .filter(line -> line.pieceId() > 0 && (offered.isEmpty() || line.offered() == offered.get()))
                .map(SourceListRow::pieceId)
                .toList();
    }

    /** How reading goes on, for a page that wants to know whether anything changed. */
    @GetMapping("/assignments/{id}/sources/state")
    @ResponseBody
    State state(@PathVariable long id) throws ProblemException {
        long change = sources.lastChange(assignments.get(id).id());
        return state(change, SourceList.of(lines.of(id), SourceListQuery.ALL));
    }

    private static State state(long change, SourceList list) {
        Map<Long, Source.State> states = new HashMap<>();
        list.lines().stream()
                .filter(line -> line.sourceId() > 0)
                .forEach(line -> states.put(line.sourceId(), line.state()));
        long waiting =
                states.values().stream().filter(Source.State.WAITING::equals).count();
        return new State(change, waiting, states.size(), list.count());
    }

    /** One file as the body of the request, named in the query. */
    @PostMapping(path = "/assignments/{id}/sources/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<String> upload(@PathVariable long id, @RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            sources.add(id, uploads.store(name, request.getInputStream()));
            return ResponseEntity.ok(Text.of("common.imported"));
        } catch (ProblemException e) {
            return ProblemAnswers.text(e.problem());
        }
    }

    @PostMapping("/assignments/{id}/sources/folder")
    String importFolder(@PathVariable long id, @RequestParam String folder, Model model, RedirectAttributes flash)
            throws ProblemException {
        try {
            SourceService.Imported imported = sources.addFolder(id, folder);
            flash.addFlashAttribute("said", said(imported, folder));
            return "redirect:/assignments/" + id + "/sources";
        } catch (ProblemException e) {
            model.addAttribute("folderProblem", e.problem());
            model.addAttribute("folderNamed", folder);
            return page(id, SourceListQuery.ALL, model);
        }
    }

    private String said(SourceService.Imported imported, String folder) {
        List<String> parts = new ArrayList<>();
        if (imported.added() > 0) {
            parts.add(words.count(imported.added(), "new-file"));
        }
        if (imported.again() > 0) {
            parts.add("%,d changed".formatted(imported.again()));
        }
        if (imported.gone() > 0) {
            parts.add("%,d missing".formatted(imported.gone()));
        }
        return Text.of(
                "sources.imported-from",
                folder,
                parts.isEmpty() ? Text.of("sources.nothing-new") : String.join(", ", parts));
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

    private static double share(double given) {
        return Double.isFinite(given) ? Math.max(0, Math.min(1, given)) : 0.5;
    }
}
