package app.vineparcel.web.shell;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.sources.SourceService;
import app.vineparcel.web.storage.BroughtShelf;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Fills an empty database from an opening set: recipes, channels with them, and an assignment with folders of sources. */
@Component
@ConditionalOnProperty("vine-parcel.opening-set")
class OpeningSet implements ApplicationRunner {

    private final Path file;
    private final AssignmentService assignments;
    private final RecipeService recipes;
    private final ChannelService channels;
    private final SourceService sources;
    private final BroughtShelf shelf;

    OpeningSet(
            @Value("${vine-parcel.opening-set}") Path file,
            AssignmentService assignments,
            RecipeService recipes,
            ChannelService channels,
            SourceService sources,
            BroughtShelf shelf) {
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
        if (!assignments.all().isEmpty() || !recipes.all().isEmpty()) {
            return;
        }
        bringInMarks();
        JsonNode set = JsonMapper.builder().build().readTree(Files.readString(file));
        Map<String, Long> recipeIds = new LinkedHashMap<>();
        for (JsonNode channel : set.get("channels")) {
            List<Long> ids = new ArrayList<>();
            for (JsonNode name : channel.get("recipes")) {
                if (!recipeIds.containsKey(name.stringValue())) {
                    recipeIds.put(name.stringValue(), recipe(name.stringValue()));
                }
                ids.add(recipeIds.get(name.stringValue()));
            }
            long id = channels.add(
                            channel.get("name").stringValue(),
                            channel.get("colour").stringValue(),
                            channel.get("folder").stringValue(),
                            ids)
                    .id();
            rule(id, channel);
        }
        long assignment = assignments.make(set.get("assignment").stringValue()).id();
        for (JsonNode folder : set.get("folders")) {
            sources.addFolder(assignment, folder.stringValue());
        }
    }

    private void rule(long id, JsonNode channel) {
        List<String> keptOut = new ArrayList<>();
        channel.path("keep-out").forEach(name -> keptOut.add(name.stringValue()));
        String densities = channel.path("densities").asString("suffix").toUpperCase(Locale.ROOT);
        channels.rule(id, keptOut, ChannelRules.Densities.valueOf(densities));
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

    private long recipe(String name) throws IOException, RecipeException {
        Path recipe = file.resolveSibling("recipes").resolve(name + ".recipe.json");
        return recipes.add(RecipeReader.read(Files.readString(recipe), name)).id();
    }
}
