package app.vineparcel.web.destinations;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The pages of destinations. */
@Controller
class DestinationController {

    private static final int LONGEST_SECRET = 20_000;

    private final Destinations destinations;
    private final List<DestinationUse> uses;

    DestinationController(Destinations destinations, List<DestinationUse> uses) {
        this.destinations = destinations;
        this.uses = uses;
    }

    @GetMapping("/destinations")
    String first(Model model) {
        List<StoredDestination> all = destinations.all();
        if (all.isEmpty()) {
            model.addAttribute("all", all);
            return "destinations/none";
        }
        return "redirect:/destinations/" + all.get(0).id();
    }

    @GetMapping("/destinations/new")
    String fresh(Model model) {
        DestinationForm empty = new DestinationForm(
                destinations.freeName(Text.of("destinations.new-destination")),
                StoredDestination.Kind.SFTP,
                "",
                22,
                "",
                "",
                "",
                "");
        return page(model, Optional.empty(), empty, Map.of());
    }

    @GetMapping("/destinations/{id:\\d+}")
    String open(@PathVariable long id, Model model) throws ProblemException {
        StoredDestination one = destinations.get(id);
        if (one.isRemoved()) {
            model.addAttribute("all", destinations.all());
            model.addAttribute("removed", one);
            return "destinations/none";
        }
        return page(model, Optional.of(one), DestinationForm.of(one), Map.of());
    }

    @PostMapping("/destinations")
    String add(@RequestParam MultiValueMap<String, String> sent, Model model, RedirectAttributes after)
            throws ProblemException {
        return save(0, sent, model, after);
    }

    @PostMapping("/destinations/{id:\\d+}")
    String change(
            @PathVariable long id,
            @RequestParam MultiValueMap<String, String> sent,
            Model model,
            RedirectAttributes after)
            throws ProblemException {
        return save(id, sent, model, after);
    }

    private String save(long id, MultiValueMap<String, String> sent, Model model, RedirectAttributes after)
            throws ProblemException {
        DestinationForm form = DestinationForm.sent(sent);
        String secret =
                Optional.ofNullable(sent.getFirst("secret-" + form.kind())).orElse("");
        Optional<StoredDestination> before = id == 0 ? Optional.empty() : Optional.of(destinations.get(id));
        Map<String, String> faults = new LinkedHashMap<>(form.faults());
        if (destinations.isTaken(form.name(), id)) {
            faults.put("name", Text.of("destinations.name-is-taken"));
        }
        if (secret.length() > LONGEST_SECRET) {
            faults.put("secret", Text.of("destinations.secret-too-long"));
        }
        if (form.kind() != StoredDestination.Kind.FOLDER
                && secret.isEmpty()
                && before.filter(one -> one.hasSecret() && !form.isElsewhere(one))
                        .isEmpty()) {
            faults.put("secret", Text.of("destinations.needs-a-secret"));
        }
        if (!faults.isEmpty()) {
            return page(model, before, form, faults);
        }
        StoredDestination kept =
                before.isEmpty() ? destinations.add(form, secret) : destinations.change(id, form, secret);
        destinations.tryOut(kept.id());
        for (DestinationUse use : uses) {
            use.changed(kept.id());
        }
        after.addFlashAttribute("said", Text.of("destinations.saved"));
        return opened(kept.id());
    }

    @PostMapping("/destinations/{id}/try")
    String tryOut(@PathVariable long id) throws ProblemException {
        destinations.tryOut(id);
        return opened(id);
    }

    @PostMapping("/destinations/{id}/trust")
    String trust(@PathVariable long id, @RequestParam String fingerprint) throws ProblemException {
        destinations.trust(id, fingerprint);
        destinations.tryOut(id);
        for (DestinationUse use : uses) {
            use.changed(id);
        }
        return opened(id);
    }

    @PostMapping("/destinations/{id}/remove")
    String remove(@PathVariable long id) throws ProblemException {
        destinations.remove(id);
        return opened(id);
    }

    @PostMapping("/destinations/{id}/restore")
    String restore(@PathVariable long id) throws ProblemException {
        destinations.restore(id);
        return opened(id);
    }

    private static String opened(long id) {
        return "redirect:/destinations/" + id;
    }

    private String page(
            Model model, Optional<StoredDestination> one, DestinationForm form, Map<String, String> faults) {
        model.addAttribute("all", destinations.all());
        model.addAttribute("one", one.orElse(null));
        model.addAttribute("form", form);
        model.addAttribute("faults", faults);
        model.addAttribute("kinds", StoredDestination.Kind.values());
        model.addAttribute(
                "notes",
                one.map(known -> uses.stream()
                                .flatMap(use -> use.notes(known.id()).stream())
                                .toList())
                        .orElse(List.of()));
        model.addAttribute(
                "usedBy",
                one.map(known -> uses.stream()
                                .flatMap(use -> use.names(known.id()).stream())
                                .toList())
                        .orElse(List.of()));
        return "destinations/page";
    }
}
