package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.Previews;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
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

/** Pieces: what is known of one, how it looks, and what people call it. */
@Controller
class PieceController {

    private static final MediaType WEBP = MediaType.parseMediaType("image/webp");

    private final PieceService pieces;
    private final SourceService sources;
    private final PiecePreviews previews;

    PieceController(PieceService pieces, SourceService sources, PiecePreviews previews) {
        this.pieces = pieces;
        this.sources = sources;
        this.previews = previews;
    }

    @GetMapping("/pieces/{id}")
    String details(@PathVariable long id, Model model) throws ProblemException {
        details(pieces.get(id), model);
        return "sources/details :: details";
    }

    private void details(StoredPiece piece, Model model) throws ProblemException {
        model.addAttribute("piece", piece);
        model.addAttribute("pictureKey", previews.key(piece));
        if (piece.sourceId().isPresent()) {
            model.addAttribute("source", sources.get(piece.sourceId().get()));
            model.addAttribute("regions", pieces.regions(piece));
        }
    }

    @GetMapping("/pieces/{id}/thumbnail")
    ResponseEntity<Resource> thumbnail(@PathVariable long id) throws ProblemException {
        return picture(Previews.Kind.THUMBNAIL, id);
    }

    @GetMapping("/pieces/{id}/preview")
    ResponseEntity<Resource> preview(@PathVariable long id) throws ProblemException {
        return picture(Previews.Kind.SCREEN, id);
    }

    private ResponseEntity<Resource> picture(Previews.Kind kind, long id) throws ProblemException {
        Path file = previews.of(kind, pieces.get(id));
        return ResponseEntity.ok()
                .contentType(WEBP)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(new FileSystemResource(file));
    }

    /** Renames in place; answers with the name that it has now, or with what is wrong. */
    @PostMapping("/pieces/{id}/name")
    @ResponseBody
    ResponseEntity<String> rename(@PathVariable long id, @RequestParam String name) {
        try {
            return ResponseEntity.ok()
                    .contentType(MediaType.TEXT_PLAIN)
                    .body(pieces.rename(id, name).name());
        } catch (ProblemException e) {
            return ProblemAnswers.text(e.problem());
        }
    }

    /** What a template would call the chosen pieces, before anything is changed. */
    @PostMapping("/assignments/{id}/pieces/names")
    @ResponseBody
    ResponseEntity<Map<String, Object>> names(
            @PathVariable long id, @RequestParam List<Long> piece, @RequestParam String template) {
        try {
            List<StoredPiece> chosen = pieces.chosen(id, piece);
            return ResponseEntity.ok(Map.of(
                    "before", chosen.stream().map(StoredPiece::name).toList(),
                    "after", pieces.names(chosen, template)));
        } catch (ProblemException e) {
            return ProblemAnswers.json(e.problem(), HttpStatus.OK);
        }
    }

    @PostMapping("/assignments/{id}/pieces/rename")
    String renameAll(@PathVariable long id, @RequestParam List<Long> piece, @RequestParam String template)
            throws ProblemException {
        pieces.rename(id, piece, template);
        return "redirect:/assignments/" + id + "/sources";
    }

    /** Takes a region, an object or a sheet away. */
    @PostMapping("/pieces/{id}/remove")
    String remove(@PathVariable long id) throws ProblemException {
        StoredPieceEntity piece = pieces.entity(id);
        if (!piece.isBesideOthers()) {
            throw new ProblemException(new Problem.BadRequest(
                    piece.name(), Text.of("sources.it-belongs-to-its"), Text.of("sources.only-regions-objects-and")));
        }
        pieces.remove(piece);
        return "redirect:/assignments/" + piece.assignmentId() + "/sources";
    }
}
