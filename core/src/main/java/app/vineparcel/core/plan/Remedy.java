package app.vineparcel.core.plan;

import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A way to have a finding gone that needs no thought: an override for the pieces that it is about. */
public enum Remedy {
    DARK_BACKGROUND("lost-on-matte", "Use a dark matte for these pieces", root -> root.put("background", Remedy.DARK)),
    LIGHT_BACKGROUND(
            "lost-on-matte", "Use a white matte for these pieces", root -> root.put("background", Remedy.WHITE)),
    DITHER("banding", "Dither these pieces", root -> ((ObjectNode) root.get("format")).put("dither", true)),
    NO_ENLARGING(
            "enlarged", "Never enlarge these pieces", root -> ((ObjectNode) root.get("size")).put("enlarge", false)),
    NO_MARK(
            "mark-too-large mark-too-small mark-low-contrast",
            "Turn the watermark off for these pieces",
            root -> root.remove("watermark")),
    NO_LOCATION("has-location", "Remove the location from these files", root -> ((ObjectNode) root.get("metadata"))
            .put("drop-location", true));

    /** Ink, and paper. */
    private static final String DARK = "#1f2622";

    private static final String WHITE = "#ffffff";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final List<String> codes;
    private final String label;
    private final Consumer<ObjectNode> change;

    Remedy(String codes, String label, Consumer<ObjectNode> change) {
        this.codes = List.of(codes.split(" "));
        this.label = label;
        this.change = change;
    }

    /** As scripts write it: {@code dark-background}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** What a button says. */
    public String label() {
        return label;
    }

    /** Those against a finding. */
    public static List<Remedy> against(String code) {
        return Arrays.stream(values())
                .filter(remedy -> remedy.codes.contains(code))
                .toList();
    }

    /** The remedy of a word. */
    public static Optional<Remedy> byWord(String word) {
        return Arrays.stream(values())
                .filter(remedy -> remedy.word().equals(word))
                .findFirst();
    }

    /** What is to be otherwise for a piece; empty where this would not help it. */
    public Optional<PieceOverride> on(PlanPiece piece, Recipe recipe, Optional<PieceOverride> before) {
        Recipe own = before.map(override -> override.over(recipe)).orElse(recipe);
        try {
            ObjectNode root = (ObjectNode) JSON.readTree(RecipeWriter.write(own));
            change.accept(root);
            Recipe changed = RecipeReader.read(JSON.writeValueAsString(root), own.title());
            boolean helps = !changed.equals(own) && helps(piece, changed);
            return helps ? Optional.of(PieceOverride.between(recipe, changed)) : Optional.empty();
        } catch (RecipeException cannotBe) {
            return Optional.empty();
        }
    }

    private boolean helps(PlanPiece piece, Recipe changed) {
        Optional<PictureFacts> facts = piece.known().facts();
        return !codes.contains("lost-on-matte")
                || facts.isEmpty()
                || facts.get().lostOn(changed.background().rgb(), PixelPreflight.APART) < PixelPreflight.LOST;
    }
}
