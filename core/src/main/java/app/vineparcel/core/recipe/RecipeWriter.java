package app.vineparcel.core.recipe;

import app.vineparcel.core.PlainNumber;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.measure.look.Visibility;
import java.util.Locale;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes recipe files, version 1, with every clause said in full. What is written reads back as an equal recipe. */
public final class RecipeWriter {

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private RecipeWriter() {}

    /** The file's text. */
    public static String write(Recipe recipe) {
        ObjectNode root = JSON.createObjectNode();
        root.put("recipe", 1).put("title", recipe.title());
        recipe.crop().ifPresent(aspect -> root.putObject("crop")
                .put("aspect", PlainNumber.of(aspect.width()) + ":" + PlainNumber.of(aspect.height())));
        size(recipe.size(), root.putObject("size"));
        root.putObject("colour")
                .put("profile", recipe.colour().profile())
                .put("intent", recipe.colour().intent().word())
                .put("black-point", recipe.colour().blackPoint())
                .put("embed", recipe.colour().embed());
        root.put("background", recipe.background().word());
        root.putObject("sharpen")
                .put("for", recipe.sharpen().medium().word())
                .put("strength", recipe.sharpen().strength());
        recipe.watermark().ifPresent(clause -> watermark(clause, root.putObject("watermark")));
        ObjectNode format = root.putObject("format");
        format(recipe.format(), format);
        recipe.looksLike().ifPresent(score -> {
            Visibility words = Visibility.of(score);
            if (words.least() == score) {
                format.put(FormatClauseReader.LOOKS_LIKE, words.words());
            } else {
                format.put(FormatClauseReader.LOOKS_LIKE, PlainNumber.decimal(score));
            }
        });
        recipe.maxBytes().ifPresent(limit -> format.put("max-bytes", limit));
        ObjectNode metadata = root.putObject("metadata");
        metadata.put("keep", recipe.metadata().keep().word())
                .put("drop-location", recipe.metadata().dropLocation());
        if (!recipe.metadata().set().isEmpty()) {
            ObjectNode set = metadata.putObject("set");
            recipe.metadata().set().forEach(set::put);
        }
        root.put("name", recipe.name()).put("folder", recipe.folder());
        return JSON.writeValueAsString(root) + "\n";
    }

    private static void size(SizeClause clause, ObjectNode size) {
        SizeMode mode = SizeModes.of(clause.sizing());
        size.put("mode", mode.word());
        mode.writer().accept(clause.sizing(), size);
        size.put("enlarge", clause.enlarge());
        clause.ppi().ifPresent(ppi -> size.put("ppi", ppi));
        if (clause.isLadder()) {
            ArrayNode densities = size.putArray("densities");
            clause.densities().forEach(density -> densities.add(PlainNumber.decimal(density)));
        }
    }

    private static void format(OutputFormat chosen, ObjectNode format) {
        format.put("type", chosen.type());
        chosen.options().forEach((key, value) -> {
            if (value instanceof Boolean flag) {
                format.put(key, flag);
            } else if (value instanceof Integer whole) {
                format.put(key, whole);
            } else if (value instanceof Double decimal) {
                format.put(key, PlainNumber.decimal(decimal));
            } else {
                format.put(key, value.toString());
            }
        });
    }

    private static void watermark(WatermarkClause clause, ObjectNode watermark) {
        if (clause.mark() instanceof WatermarkClause.FileMark file) {
            watermark.put("mark", file.name());
            file.onDark().ifPresent(name -> watermark.put("mark-on-dark", name));
        } else if (clause.mark() instanceof WatermarkClause.TextMark text) {
            watermark.put("text", text.text());
            if (!clause.adapts()) {
                watermark.put("colour", "#%06x".formatted(text.rgb()));
            }
        }
        watermark
                .put("adapts", clause.adapts())
                .put("opacity", PlainNumber.decimal(clause.opacity()))
                .put("scale", PlainNumber.decimal(clause.scale()))
                .put("anchor", clause.anchor().word())
                .put("inset", PlainNumber.decimal(clause.inset()))
                .put("rotation", PlainNumber.decimal(clause.rotation()))
                .put("tile", clause.tile());
    }

    private static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT);
    }
}
