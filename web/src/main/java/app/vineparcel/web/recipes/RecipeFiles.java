package app.vineparcel.web.recipes;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.SmallArchive;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Recipes as files that people pass on: one by itself, or several in a ZIP. */
public final class RecipeFiles {

    private static final String ENDING = ".recipe.json";

    private RecipeFiles() {}

    /**
     * The recipes in what was imported, all or none.
     *
     * @param name of the file
     * @throws ProblemException with every fault, its file and its place
     */
    public static List<Recipe> read(String name, byte[] file) throws ProblemException {
        Map<String, String> texts = SmallArchive.isOne(file)
                ? SmallArchive.read(name, file)
                : Map.of(name, new String(file, StandardCharsets.UTF_8));
        Map<String, Recipe> recipes = read(texts);
        if (recipes.isEmpty()) {
            throw new ProblemException(new Problem.Unreadable(
                    name, Text.of("recipes.it-contains-no-recipe"), Text.of("recipes.recipe-files-end-in", ENDING)));
        }
        return List.copyOf(recipes.values());
    }

    /**
     * The recipes among files, by the files' names; others are left alone.
     *
     * @throws ProblemException with every fault, its file and its place
     */
    public static Map<String, Recipe> read(Map<String, String> texts) throws ProblemException {
        Map<String, Recipe> recipes = new LinkedHashMap<>();
        List<String> faults = new ArrayList<>();
        for (Map.Entry<String, String> text : texts.entrySet()) {
            if (texts.size() > 1 && !text.getKey().toLowerCase(Locale.ROOT).endsWith(ENDING)) {
                continue;
            }
            try {
                recipes.put(text.getKey(), RecipeReader.read(text.getValue(), stem(text.getKey())));
            } catch (RecipeException e) {
                e.faults().forEach(fault -> faults.add(said(text.getKey(), fault)));
            }
        }
        if (!faults.isEmpty()) {
            throw refused(faults);
        }
        return recipes;
    }

    /** A fault with its file and its place. */
    public static String said(String file, RecipeFault fault) {
        return Text.of("recipes.format", file, fault.sentence());
    }

    /** Nothing was imported, for these reasons. */
    public static ProblemException refused(List<String> faults) {
        return new ProblemException(new Problem.BadRequest(
                Text.of("recipes.nothing-was-imported"),
                String.join("\n", faults),
                Text.of("recipes.correct-the-file-and")));
    }

    private static String stem(String path) {
        String file = path.substring(path.lastIndexOf('/') + 1);
        String lower = file.toLowerCase(Locale.ROOT);
        String stem = lower.endsWith(ENDING)
                ? file.substring(0, file.length() - ENDING.length())
                : file.replaceAll("(.)\\.[^.]*$", "$1");
        return stem.isBlank() ? "Recipe" : stem.substring(0, Math.min(stem.length(), 120));
    }

    /** The name of a recipe's file. */
    public static String name(Recipe recipe) {
        return SafeName.of(SafeName.kebab(recipe.title())) + ENDING;
    }

    /** Files of these recipes, by names that are told apart. */
    public static Map<String, String> written(List<Recipe> recipes) {
        Map<String, String> texts = new LinkedHashMap<>();
        for (Recipe recipe : recipes) {
            String name = name(recipe);
            String free = name;
            for (int number = 2; texts.containsKey(free); number++) {
                free = name.replace(ENDING, "-" + number + ENDING);
            }
            texts.put(free, RecipeWriter.write(recipe));
        }
        return texts;
    }
}
