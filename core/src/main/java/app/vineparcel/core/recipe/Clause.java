package app.vineparcel.core.recipe;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The clauses of a recipe, in the order in which the pixels pass them. */
public enum Clause {
    CROP("crop"),
    SIZE("size"),
    /** Also what lies behind transparency. */
    COLOUR("colour", "background"),
    SHARPEN("sharpen"),
    WATERMARK("watermark"),
    /** Also the weight limit. */
    FORMAT("format"),
    METADATA("metadata"),
    NAME("name"),
    FOLDER("folder");

    private final List<String> keys;

    Clause(String... keys) {
        this.keys = List.of(keys);
    }

    /** The keys of the recipe file that belong to it. */
    public List<String> keys() {
        return keys;
    }

    /** As in a recipe file. */
    public String word() {
        return keys.get(0);
    }

    /** As people read it. */
    public String title() {
        return name().charAt(0) + name().substring(1).toLowerCase(Locale.ROOT);
    }

    /** The clause that a key of the recipe file belongs to. */
    public static Optional<Clause> byKey(String key) {
        return Arrays.stream(values())
                .filter(clause -> clause.keys.contains(key))
                .findFirst();
    }

    /** What it does in that recipe, in a short sentence. */
    public String sentence(Recipe recipe) {
        return switch (this) {
            case CROP -> Sentences.crop(recipe.crop());
            case SIZE -> Sentences.size(recipe.size());
            case COLOUR -> Sentences.colour(recipe.colour()) + Sentences.background(recipe.background());
            case SHARPEN -> Sentences.sharpen(recipe.sharpen());
            case WATERMARK -> Sentences.watermark(recipe.watermark());
            case FORMAT -> Sentences.format(recipe);
            case METADATA -> Sentences.metadata(recipe.metadata());
            case NAME -> recipe.name();
            case FOLDER -> Sentences.folder(recipe.folder());
        };
    }

    /** Whether it leaves the piece as it is, so that nobody need look at it. */
    public boolean isIdle(Recipe recipe) {
        return switch (this) {
            case CROP -> recipe.crop().isEmpty();
            case SIZE -> recipe.size().equals(SizeClause.ORIGINAL);
            case COLOUR -> recipe.colour().asSource();
            case SHARPEN -> recipe.sharpen().changesNothing();
            case WATERMARK -> recipe.watermark().isEmpty();
            case FOLDER -> recipe.folder().isEmpty();
            default -> false;
        };
    }

    /** The recipe {@code to} with this clause of {@code from}. */
    public Recipe copied(Recipe from, Recipe to) {
        Recipe.Builder changed = to.change();
        switch (this) {
            case CROP -> changed.crop(from.crop());
            case SIZE -> changed.size(from.size());
            case COLOUR -> changed.colour(from.colour()).background(from.background());
            case SHARPEN -> changed.sharpen(from.sharpen());
            case WATERMARK -> changed.watermark(from.watermark());
            case FORMAT ->
                changed.format(from.format()).looksLike(from.looksLike()).maxBytes(from.maxBytes());
            case METADATA -> changed.metadata(from.metadata());
            case NAME -> changed.name(from.name());
            case FOLDER -> changed.folder(from.folder());
        }
        return changed.build();
    }
}
