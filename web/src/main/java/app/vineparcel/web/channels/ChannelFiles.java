package app.vineparcel.web.channels;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.ChannelWriter;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.web.Text;
import app.vineparcel.web.recipes.RecipeFiles;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.storage.SmallArchive;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Channels as files that people pass on: a ZIP of the channel and its recipes. */
@Service
class ChannelFiles {

    private static final String ENDING = ".channel.json";

    private final ChannelService channels;
    private final RecipeService recipes;

    ChannelFiles(ChannelService channels, RecipeService recipes) {
        this.channels = channels;
        this.recipes = recipes;
    }

    /** The name of a channel's archive. */
    static String name(Channel channel) {
        return word(channel) + ".channel.zip";
    }

    private static String word(Channel channel) {
        return SafeName.of(SafeName.kebab(channel.name()));
    }

    /** The archive. */
    static byte[] write(ChannelService.Band band) {
        List<Recipe> all =
                band.uses().stream().map(use -> use.recipe().recipe()).toList();
        Map<String, String> texts = RecipeFiles.written(all);
        List<ChannelFile.Entry> entries = new ArrayList<>();
        Iterator<String> names = texts.keySet().iterator();
        for (ChannelService.Use use : band.uses()) {
            entries.add(new ChannelFile.Entry(
                    names.next(), use.placement().folder(), use.placement().suffix()));
        }
        ChannelFile file = band.channel().file();
        Map<String, String> archive = new LinkedHashMap<>();
        archive.put(word(band.channel()) + ENDING, ChannelWriter.write(file.with(file.name(), entries)));
        archive.putAll(texts);
        return SmallArchive.write(archive);
    }

    /**
     * Keeps the channel in an archive, and of its recipes those that are not here already, all or nothing.
     *
     * @param name of the archive
     * @throws ProblemException with every fault, its file and its place
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Channel bringIn(String name, byte[] archive) throws ProblemException {
        if (!SmallArchive.isOne(archive)) {
            throw new ProblemException(new Problem.Unreadable(
                    name, Text.of("channels.it-is-not-a"), Text.of("channels.import-a-channel-as")));
        }
        Map<String, String> texts = SmallArchive.read(name, archive);
        List<String> files =
                texts.keySet().stream().filter(file -> file.endsWith(ENDING)).toList();
        if (files.size() != 1) {
            throw new ProblemException(new Problem.Unreadable(
                    name,
                    Text.of("channels.it-contains-channels", files.size()),
                    Text.of("channels.it-needs-exactly-one", ENDING)));
        }
        ChannelFile channel = channel(files.get(0), texts.remove(files.get(0)));
        return channels.add(
                channel.with(channels.freeName(channel.name()), List.of()), uses(files.get(0), channel, texts));
    }

    private static ChannelFile channel(String file, String text) throws ProblemException {
        try {
            return ChannelReader.read(text);
        } catch (RecipeException e) {
            throw RecipeFiles.refused(e.faults().stream()
                    .map(fault -> RecipeFiles.said(file, fault))
                    .toList());
        }
    }

    private List<ChannelService.Use> uses(String file, ChannelFile channel, Map<String, String> texts)
            throws ProblemException {
        List<String> named =
                channel.recipes().stream().map(ChannelFile.Entry::file).toList();
        List<String> missing = named.stream()
                .filter(name -> !texts.containsKey(name))
                .map(name -> Text.of("channels.refers-to-the-recipe", file, name))
                .toList();
        if (!missing.isEmpty()) {
            throw RecipeFiles.refused(missing);
        }
        texts.keySet().retainAll(named);
        Map<String, Recipe> imported = RecipeFiles.read(texts);
        List<StoredRecipe> here = new ArrayList<>(recipes.inUse());
        List<ChannelService.Use> uses = new ArrayList<>();
        for (ChannelFile.Entry entry : channel.recipes()) {
            uses.add(new ChannelService.Use(
                    kept(imported.get(entry.file()), here), new Placement(entry.folder(), entry.suffix())));
        }
        return uses;
    }

    /** An equal recipe that is in use already and not yet taken from those here, or a new one: a channel has each once. */
    private StoredRecipe kept(Recipe recipe, List<StoredRecipe> here) {
        Optional<StoredRecipe> equal = here.stream()
                .filter(stored ->
                        stored.title().equals(recipe.title()) && stored.recipe().equals(recipe))
                .findFirst();
        equal.ifPresent(here::remove);
        return equal.orElseGet(() -> recipes.addCopy(recipe));
    }
}
