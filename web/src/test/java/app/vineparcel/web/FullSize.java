package app.vineparcel.web;

import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.JdbcTemplate;

/** A body of work of 2,000 pictures, or of 400 artboards, for three channels of four recipes each. */
final class FullSize {

    static final int PICTURES = 2_000;
    static final int RECIPES = 12;
    private static final List<String> CHANNELS = List.of("Shelf", "Prints", "Wholesale");
    private static final List<String> BODIES = List.of(
            "'size': {'mode': 'long-edge', 'px': 2048}, 'format': {'type': 'jpeg', 'quality': 82}, 'name': '{piece}-{width}'",
            "'size': {'mode': 'fill', 'width': 1080, 'height': 1080}, 'format': {'type': 'webp', 'quality': 80}, 'name': '{piece}-square'",
            "'size': {'mode': 'width', 'px': 400}, 'format': {'type': 'png'}, 'name': '{piece}-400'",
            "'format': {'type': 'tiff'}, 'folder': '{shot:yyyy}', 'name': '{n:4}-{piece}'");

    private FullSize() {}

    /** Pictures in a folder below the root; in two sizes and forms, so that there is something to find. */
    static void pictures(Path folder, int count) throws Exception {
        Files.createDirectories(folder);
        Path wide = Workbench.photo(folder.resolve("bed-0001.jpg"), 72, 48, 1);
        Path tall = Workbench.photo(folder.resolve("bed-0002.jpg"), 48, 72, 2);
        for (int i = 3; i <= count; i++) {
            String name = (i % 100 == 0 ? "jar-%04d.jpg" : "bed-%04d.jpg").formatted(i);
            Files.copy(i % 4 == 0 ? tall : wide, folder.resolve(name));
        }
    }

    /** A drawing of many artboards side by side. */
    static void artboards(Path file, int count) throws Exception {
        StringBuilder drawing = new StringBuilder(
                "<svg xmlns='http://www.w3.org/2000/svg' width='2200' height='2200' viewBox='0 0 2200 2200'>");
        for (int i = 0; i < count; i++) {
            int x = i % 20 * 110;
            int y = i / 20 * 110;
            drawing.append("<view id='label-%03d' viewBox='%d %d 100 100'/>".formatted(i + 1, x, y));
            drawing.append(
                    "<rect x='%d' y='%d' width='100' height='100' fill='hsl(%d 40%% 50%%)'/>".formatted(x, y, i % 360));
        }
        Files.createDirectories(file.getParent());
        Files.writeString(file, drawing.append("</svg>").toString());
    }

    /** Channels of their own; returns their keys. */
    static List<Long> channels(RecipeService recipes, ChannelService channels, JdbcTemplate sql) throws Exception {
        List<Long> made = new ArrayList<>();
        for (String name : CHANNELS) {
            List<ChannelService.Use> uses = new ArrayList<>();
            for (int i = 0; i < BODIES.size(); i++) {
                String recipe = "{'recipe': 1, 'title': '%s %d', %s}".formatted(name, i + 1, BODIES.get(i));
                StoredRecipe stored = recipes.add(RecipeReader.read(recipe.replace('\'', '"'), ""));
                uses.add(new ChannelService.Use(stored, Placement.USUAL));
            }
            channels.add(
                    ChannelReader.read("{\"channel\": 1, \"name\": \"%s\", \"folder\": \"%s\"}"
                            .formatted(name, name.toLowerCase(Locale.ROOT))),
                    uses);
            made.add(sql.queryForObject(
                    "select id from channel where name = ? and removed_at is null", Long.class, name));
        }
        return made;
    }
}
