package app.vineparcel.core.plan;

import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The clauses in which one piece overrides its recipe.
 *
 * @param clauses those that count
 * @param changed a recipe that has them; its other clauses count for nothing
 */
public record PieceOverride(Set<Clause> clauses, Recipe changed) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    public PieceOverride {
        clauses =
                Collections.unmodifiableSet(clauses.isEmpty() ? EnumSet.noneOf(Clause.class) : EnumSet.copyOf(clauses));
    }

    /** The clauses in which one recipe differs from another. */
    public static PieceOverride between(Recipe base, Recipe changed) {
        EnumSet<Clause> clauses = EnumSet.allOf(Clause.class);
        clauses.removeIf(clause -> clause.copied(changed, base).equals(base));
        return new PieceOverride(clauses, changed);
    }

    /**
     * Reads a recipe file with the overridden clauses only.
     *
     * @throws RecipeException if it is no sound recipe file
     */
    public static PieceOverride read(String json) throws RecipeException {
        Recipe changed = RecipeReader.read(json, "override");
        Set<Clause> clauses = JSON.readTree(json).propertyNames().stream()
                .flatMap(key -> Clause.byKey(key).stream())
                .collect(Collectors.toSet());
        return new PieceOverride(clauses, changed);
    }

    /** A recipe file with the overridden clauses only. */
    public String written() {
        ObjectNode root = (ObjectNode) JSON.readTree(RecipeWriter.write(changed));
        for (String key : Set.copyOf(root.propertyNames())) {
            if (Clause.byKey(key).filter(clause -> !clauses.contains(clause)).isPresent()) {
                root.remove(key);
            }
        }
        root.remove("title");
        // a clause that the writer leaves out, such as no crop, has to be there to count
        clauses.stream().filter(clause -> !root.has(clause.word())).forEach(clause -> root.putObject(clause.word()));
        return JSON.writeValueAsString(root);
    }

    /** The recipe for this piece. */
    public Recipe over(Recipe base) {
        Recipe over = base;
        for (Clause clause : clauses) {
            over = clause.copied(changed, over);
        }
        return over;
    }

    /** The same with one clause given back to the recipe. */
    public PieceOverride without(Clause clause) {
        return new PieceOverride(clauses.stream().filter(one -> one != clause).collect(Collectors.toSet()), changed);
    }

    /** Whether nothing is overridden. */
    public boolean isEmpty() {
        return clauses.isEmpty();
    }
}
