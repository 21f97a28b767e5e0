package app.vineparcel.web.shell;

import app.vineparcel.web.storage.StorageSettings;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** Shows what is set; settings are changed where the program is started. */
@Controller
class SettingsController {

    private final StorageSettings settings;

    SettingsController(StorageSettings settings) {
        this.settings = settings;
    }

    @GetMapping("/settings")
    String page(Model model) {
        model.addAttribute("settings", settings);
        return "shell/settings";
    }
}
