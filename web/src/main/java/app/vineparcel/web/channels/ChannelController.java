package app.vineparcel.web.channels;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.Enclosures;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.Text;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The pages of channels. */
@Controller
class ChannelController {

    /** A channel in the list at the side. */
    record Line(long id, String name, String colour, String summary) {}

    /** A recipe that can be put into a channel. */
    record Offered(long id, String title, String summary, boolean retired) {}

    private final ChannelService channels;
    private final RecipeService recipes;
    private final ChannelPreview preview;
    private final Destinations destinations;

    ChannelController(
            ChannelService channels, RecipeService recipes, ChannelPreview preview, Destinations destinations) {
        this.destinations = destinations;
        this.channels = channels;
        this.recipes = recipes;
        this.preview = preview;
    }

    @GetMapping("/channels")
    String first(Model model) {
        List<ChannelService.Band> bands = channels.bands();
        if (bands.isEmpty()) {
            list(model);
            return "channels/none";
        }
        return "redirect:/channels/" + bands.get(0).channel().id();
    }

    @GetMapping("/channels/{id:\\d+}")
    String open(@PathVariable long id, Model model) throws ProblemException {
        ChannelService.Band band = channels.get(id);
        if (band.channel().isRemoved()) {
            list(model);
            model.addAttribute("removed", band.channel());
            return "channels/none";
        }
        return page(model, band.channel(), ChannelForm.of(band.channel()), Map.of());
    }

    @PostMapping("/channels/{id:\\d+}")
    String save(
            @PathVariable long id,
            @RequestParam MultiValueMap<String, String> parameters,
            @RequestParam Optional<String> stamp,
            Model model,
            RedirectAttributes after)
            throws ProblemException {
        ChannelForm form = ChannelForm.sent(parameters);
        Channel channel = channels.get(id).channel();
        Map<String, String> faults = form.deliveryFaults(channel.delivery());
        try {
            ChannelFile file = form.file();
            if (!faults.isEmpty()) {
                return page(model, channel, form, faults);
            }
            boolean kept = channels.change(
                    id,
                    before -> stamp.orElse(ChannelForm.of(before).stamp())
                            .equals(ChannelForm.of(before).stamp()),
                    file,
                    uses(file));
            if (!kept) {
                model.addAttribute("meanwhile", true);
                return page(model, channels.get(id).channel(), form, Map.of());
            }
            channels.send(id, form.delivery(), form.hookSecret());
            after.addFlashAttribute("said", Text.of("channels.saved"));
            return "redirect:/channels/" + id;
        } catch (RecipeException e) {
            faults.putAll(form.byField(e));
            return page(model, channel, form, faults);
        } catch (ProblemException e) {
            return page(
                    model,
                    channel,
                    form,
                    Map.of("/name", e.problem().reason() + " " + e.problem().remedy()));
        }
    }

    /** Where the files would go by what stands in the form, and what is wrong in it. */
    @PostMapping("/channels/check")
    @ResponseBody
    Map<String, Object> check(@RequestParam MultiValueMap<String, String> parameters) {
        ChannelForm form = ChannelForm.sent(parameters);
        try {
            ChannelFile file = form.file();
            return Map.of("faults", Map.of(), "files", preview.of(file, uses(file)));
        } catch (RecipeException e) {
            return Map.of("faults", form.byField(e), "files", List.of());
        }
    }

    /** The kept recipes behind a form's entries; one that is gone is left out. */
    private List<ChannelService.Use> uses(ChannelFile file) {
        Map<Long, StoredRecipe> byId =
                recipes.all().stream().collect(Collectors.toMap(StoredRecipe::id, Function.identity()));
        List<ChannelService.Use> uses = new ArrayList<>();
        for (ChannelFile.Entry entry : file.recipes()) {
            StoredRecipe recipe = byId.get(Long.valueOf(entry.file()));
            if (recipe != null) {
                uses.add(new ChannelService.Use(recipe, new Placement(entry.folder(), entry.suffix())));
            }
        }
        return uses;
    }

    @PostMapping("/channels")
    String make() throws ProblemException {
        String name = channels.freeName(Text.of("channels.new-channel"));
        ChannelFile empty = new ChannelFile(
                name,
                ChannelFile.COLOURS.get(channels.bands().size() % ChannelFile.COLOURS.size()),
                "{channel|kebab}",
                FolderScheme.RECIPES,
                java.util.OptionalLong.empty(),
                false,
                Set.of(),
                List.of(),
                Enclosures.NONE,
                List.of());
        return opened(channels.add(empty, List.of()));
    }

    @PostMapping("/channels/{id}/copy")
    String copy(@PathVariable long id) throws ProblemException {
        return opened(channels.duplicate(id));
    }

    @PostMapping("/channels/{id}/remove")
    String remove(@PathVariable long id) throws ProblemException {
        return opened(channels.remove(id));
    }

    @PostMapping("/channels/{id}/back")
    String bringBack(@PathVariable long id, RedirectAttributes after) throws ProblemException {
        Channel channel = channels.bringBack(id);
        after.addFlashAttribute("said", Text.of("channels.is-restored", channel.name()));
        return opened(channel);
    }

    private static String opened(Channel channel) {
        return "redirect:/channels/" + channel.id();
    }

    private String page(Model model, Channel channel, ChannelForm form, Map<String, String> faults) {
        list(model);
        Map<Long, Offered> offered = new LinkedHashMap<>();
        recipes.all()
                .forEach(r -> offered.put(
                        r.id(), new Offered(r.id(), r.title(), Sentences.summary(r.recipe()), r.isRetired())));
        model.addAttribute("channel", channel);
        model.addAttribute("form", form);
        model.addAttribute("formatKinds", Formats.all());
        model.addAttribute("stamp", ChannelForm.of(channel).stamp());
        model.addAttribute("faults", faults);
        model.addAttribute("offered", offered);
        model.addAttribute("colours", ChannelFile.COLOURS);
        model.addAttribute("destinations", destinations.all());
        model.addAttribute("schemes", FolderScheme.Kind.values());
        return "channels/page";
    }

    private void list(Model model) {
        model.addAttribute(
                "lines",
                channels.bands().stream()
                        .map(band -> new Line(
                                band.channel().id(),
                                band.channel().name(),
                                band.channel().colour(),
                                band.uses().stream()
                                        .map(use -> use.recipe().title())
                                        .collect(Collectors.joining(", "))))
                        .toList());
    }
}
