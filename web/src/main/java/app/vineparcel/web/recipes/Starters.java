package app.vineparcel.web.recipes;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.Text;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The recipes that ship with the program, to start from. They are never changed, only copied. */
@Component
class Starters {

    private static final String FOLDER = "/starters/";

    /**
     * One of them.
     *
     * @param key its word in addresses
     * @param purpose what it is good for, in a sentence
     */
    record Starter(String key, String purpose, Recipe recipe) {}

    private final List<Starter> all = new ArrayList<>();

    Starters() {
        for (JsonNode entry : JsonMapper.builder().build().readTree(text("starters.json"))) {
            String key = entry.get("file").stringValue();
            all.add(new Starter(
                    key, entry.get("purpose").stringValue(), StoredRecipe.read(text(key + ".recipe.json"), key)));
        }
    }

    private static String text(String name) {
        try (InputStream in = Objects.requireNonNull(Starters.class.getResourceAsStream(FOLDER + name), name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    List<Starter> all() {
        return List.copyOf(all);
    }

    /**
     * One of them.
     *
     * @throws ProblemException if there is none of that word
     */
    Starter get(String key) throws ProblemException {
        return all.stream()
                .filter(starter -> starter.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        key, Text.of("recipes.there-is-no-such-3"), Text.of("recipes.choose-one-from-the"))));
    }
}
