package app.vineparcel.web.assignments;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The list of assignments, by their last use. */
@Controller
class AssignmentController {

    /** A line of the list. */
    record Line(
            Assignment assignment,
            Map<String, Long> counts,
            List<AssignmentNews.Picture> pictures,
            List<AssignmentNews.Item> news) {}

    private final AssignmentService assignments;
    private final List<AssignmentNews> news;

    AssignmentController(AssignmentService assignments, List<AssignmentNews> news) {
        this.assignments = assignments;
        this.news = news;
    }

    @GetMapping("/")
    String start() {
        return "redirect:/assignments";
    }

    @GetMapping("/assignments")
    String list(Model model) {
        List<Assignment> all = assignments.all();
        List<Long> ids = all.stream().map(Assignment::id).toList();
        Map<Long, List<AssignmentNews.Item>> items =
                together(news.stream().map(one -> one.items(ids)).toList());
        Map<Long, List<AssignmentNews.Picture>> pictures =
                together(news.stream().map(one -> one.pictures(ids)).toList());
        model.addAttribute(
                "lines",
                all.stream()
                        .map(a -> new Line(
                                a,
                                assignments.counts(a.id(), tab -> !tab.equals("plan")),
                                pictures.getOrDefault(a.id(), List.of()),
                                items.getOrDefault(a.id(), List.of())))
                        .toList());
        model.addAttribute("archived", assignments.archived());
        return "assignments/list";
    }

    private static <T> Map<Long, List<T>> together(List<Map<Long, List<T>>> parts) {
        Map<Long, List<T>> all = new HashMap<>();
        parts.forEach(part -> part.forEach(
                (id, items) -> all.computeIfAbsent(id, key -> new ArrayList<>()).addAll(items)));
        return all;
    }

    @PostMapping("/assignments/{id}/name")
    String rename(@PathVariable long id, @RequestParam String name, Model model) throws ProblemException {
        try {
            assignments.rename(id, name);
            return "redirect:/assignments";
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return list(model);
        }
    }

    /** Another with the same channels, without the sources. */
    @PostMapping("/assignments/{id}/duplicate")
    String duplicate(@PathVariable long id) throws ProblemException {
        return "redirect:/assignments/" + assignments.duplicate(id).id() + "/sources";
    }

    @PostMapping("/assignments/{id}/archive")
    String archive(@PathVariable long id, RedirectAttributes flash) throws ProblemException {
        assignments.archive(id);
        flash.addFlashAttribute(
                "said", Text.of("assignments.is-archived", assignments.get(id).name()));
        flash.addFlashAttribute("undo", id);
        return "redirect:/assignments";
    }

    @PostMapping("/assignments/{id}/restore")
    String restore(@PathVariable long id) throws ProblemException {
        assignments.restore(id);
        return "redirect:/assignments";
    }

    @PostMapping("/assignments")
    String make(@RequestParam String name, Model model) {
        try {
            return "redirect:/assignments/" + assignments.make(name).id() + "/sources";
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            model.addAttribute("name", name);
            return list(model);
        }
    }
}
