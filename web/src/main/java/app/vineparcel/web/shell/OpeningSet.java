package app.vineparcel.web.shell;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.sources.SourceService;
import app.vineparcel.web.storage.ImportedShelf;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Fills an empty database from an opening set: recipes, channels with them, and an assignment with folders of sources. */
@Component
@Order(1)
@ConditionalOnProperty("vine-parcel.opening-set")
class OpeningSet implements ApplicationRunner {

    private final Path file;
    private final AssignmentService assignments;
    private final RecipeService recipes;
    private final ChannelService channels;
    private final SourceService sources;
    private final ImportedShelf shelf;

    OpeningSet(
            @Value("${vine-parcel.opening-set}") Path file,
            AssignmentService assignments,
            RecipeService recipes,
            ChannelService channels,
            SourceService sources,
            ImportedShelf shelf) {
        this.shelf = shelf;
        this.file = file;
        this.assignments = assignments;
        this.recipes = recipes;
        this.channels = channels;
        this.sources = sources;
    }

    @Override
    @Transactional(rollbackFor = Exception.class)
    public void run(ApplicationArguments arguments) throws IOException, RecipeException, ProblemException {
        if (!assignments.isEmpty() || !recipes.all().isEmpty()) {
            return;
        }
        bringInMarks();
        JsonNode set = JsonMapper.builder().build().readTree(Files.readString(file));
        Map<String, StoredRecipe> known = new LinkedHashMap<>();
        for (JsonNode channel : set.get("channels")) {
            ChannelFile as = ChannelReader.read(channel.toString());
            List<ChannelService.Use> uses = new ArrayList<>();
            for (ChannelFile.Entry entry : as.recipes()) {
                if (!known.containsKey(entry.file())) {
                    known.put(entry.file(), recipe(entry.file()));
                }
                uses.add(
                        new ChannelService.Use(known.get(entry.file()), new Placement(entry.folder(), entry.suffix())));
            }
            channels.add(as, uses);
        }
        long assignment = assignments.make(set.get("assignment").stringValue()).id();
        for (JsonNode folder : set.get("folders")) {
            sources.addFolder(assignment, folder.stringValue());
        }
    }

    private void bringInMarks() throws IOException, ProblemException {
        Path marks = file.resolveSibling("marks");
        if (!Files.isDirectory(marks)) {
            return;
        }
        try (Stream<Path> files = Files.list(marks)) {
            for (Path mark : (Iterable<Path>) files.sorted()::iterator) {
                try (InputStream in = Files.newInputStream(mark)) {
                    shelf.store(mark.getFileName().toString(), in);
                }
            }
        }
    }

    private StoredRecipe recipe(String name) throws IOException, RecipeException {
        Path recipe = file.resolveSibling("recipes").resolve(name);
        return recipes.add(RecipeReader.read(Files.readString(recipe), name));
    }
}
