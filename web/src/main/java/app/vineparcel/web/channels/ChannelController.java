package app.vineparcel.web.channels;

import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.recipe.Sentences;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class ChannelController {

    /** A recipe's line within a channel. */
    record Line(long id, String title, String summary, String folder, String name) {}

    /** A channel as it is shown. */
    record Shown(Channel channel, List<Line> lines) {}

    private final ChannelService channels;

    ChannelController(ChannelService channels) {
        this.channels = channels;
    }

    @GetMapping("/channels")
    String list(Model model) {
        List<Shown> shown = channels.bands().stream()
                .map(band -> new Shown(
                        band.channel(),
                        band.recipes().stream()
                                .map(r -> new Line(
                                        r.id(),
                                        r.title(),
                                        Sentences.summary(r.recipe()),
                                        r.recipe().folder(),
                                        r.recipe().name() + "."
                                                + r.recipe().format().ending()))
                                .toList()))
                .toList();
        model.addAttribute("channels", shown);
        return "channels/list";
    }

    /** What the channel asks of all of its renditions. */
    @PostMapping("/channels/{id}/rules")
    String rule(@PathVariable long id, @RequestParam String keptOut, @RequestParam ChannelRules.Densities densities) {
        List<String> names = Arrays.stream(keptOut.split(","))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .toList();
        channels.rule(id, names, densities);
        return "redirect:/channels";
    }
}
