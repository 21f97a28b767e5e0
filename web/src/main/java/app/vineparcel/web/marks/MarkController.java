package app.vineparcel.web.marks;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.TextOutline;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.ImportedShelf;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
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
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of marks. */
@Controller
class MarkController {

    private static final MediaType SVG = MediaType.parseMediaType("image/svg+xml");

    private final MarkService marks;
    private final ImportedShelf shelf;

    MarkController(MarkService marks, ImportedShelf shelf) {
        this.marks = marks;
        this.shelf = shelf;
    }

    @GetMapping("/marks")
    String page(Model model) {
        Map<String, String> fonts = new LinkedHashMap<>();
        TextOutline.FONTS.forEach(font -> fonts.put(
                font,
                font.contains("SemiBold") ? Text.of("marks.ibm-plex-sans-semi") : Text.of("marks.ibm-plex-sans")));
        model.addAttribute("marks", marks.all());
        model.addAttribute("files", marks.files());
        model.addAttribute("fonts", fonts);
        return "marks/page";
    }

    /** A mark's file, to be looked at and nothing else: scripts in it never run. */
    @GetMapping("/marks/files/{file}")
    ResponseEntity<Resource> file(@PathVariable String file) throws ProblemException {
        Path path = shelf.markFile(file)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        file, Text.of("marks.there-is-no-such"), Text.of("marks.choose-one-on-the"))));
        boolean svg = file.toLowerCase(Locale.ROOT).endsWith(".svg");
        return ResponseEntity.ok()
                .contentType(svg ? SVG : MediaType.IMAGE_PNG)
                .header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
                .cacheControl(CacheControl.noCache())
                .body(new FileSystemResource(path));
    }

    /** One PNG or SVG as the body of the request. */
    @PostMapping(path = "/marks/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<Map<String, Object>> bringIn(@RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            marks.bringIn(name, request.getInputStream());
            return ResponseEntity.ok(Map.of("address", "/marks"));
        } catch (ProblemException e) {
            return ProblemAnswers.json(e.problem(), HttpStatus.BAD_REQUEST);
        }
    }

    @PostMapping("/marks/text")
    String set(@RequestParam String text, @RequestParam String font, Model model) {
        try {
            marks.set(text, font);
            return "redirect:/marks";
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return page(model);
        }
    }

    @PostMapping("/marks/{id}")
    String change(@PathVariable long id, @RequestParam String title, @RequestParam(defaultValue = "") String onDark)
            throws ProblemException {
        marks.change(id, title, onDark);
        return "redirect:/marks";
    }

    @PostMapping("/marks/{id}/remove")
    String remove(@PathVariable long id, @RequestParam boolean removed, RedirectAttributes after)
            throws ProblemException {
        Mark mark = marks.remove(id, removed);
        if (removed) {
            after.addFlashAttribute("gone", mark);
        }
        return "redirect:/marks";
    }
}
