package app.vineparcel.web.shell;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.Equipment;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.ImportedShelf;
import app.vineparcel.web.storage.StorageSettings;
import app.vineparcel.web.work.WorkerRegistry;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Shows what is set; settings are changed where the program is started. */
@Controller
class SettingsController {

    private final StorageSettings settings;
    private final ImportedShelf shelf;
    private final WorkerRegistry workers;

    SettingsController(StorageSettings settings, ImportedShelf shelf, WorkerRegistry workers) {
        this.workers = workers;
        this.settings = settings;
        this.shelf = shelf;
    }

    @GetMapping("/settings")
    String page(Model model) {
        model.addAttribute("settings", settings);
        model.addAttribute("profiles", shelf.profiles());
        model.addAttribute("workers", workers.alive());
        model.addAttribute("equipment", Equipment.found());
        return "shell/settings";
    }

    /** One profile or mark as the body of the request, named in the query. */
    @PostMapping(path = "/settings/profiles", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<String> bringIn(@RequestParam String name, HttpServletRequest request) throws IOException {
        try {
            shelf.store(name, request.getInputStream());
            return ResponseEntity.ok(Text.of("common.imported"));
        } catch (ProblemException e) {
            return ProblemAnswers.text(e.problem());
        }
    }
}
