package app.vineparcel.core.recipe;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.colour.RenderingIntent;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.TemplateException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads recipe files, version 1. Everything that is wrong is found in one go, each fault with its JSON pointer, what was found
 * and what is allowed. A clause that is left out has its default.
 */
public final class RecipeReader {

    private static final Pattern ASPECT = Pattern.compile("(\\d+(?:\\.\\d+)?):(\\d+(?:\\.\\d+)?)");
    private static final Pattern MATTE = Pattern.compile("#[0-9a-fA-F]{6}");
    private static final Pattern PROFILE_FILE = Pattern.compile("(?i).*\\.ic[cm]");

    private final List<RecipeFault> faults = new ArrayList<>();

    private RecipeReader() {}

    /**
     * The recipe in a file's text.
     *
     * @param title what it is called where the file gives no title
     * @throws RecipeException with every fault
     */
    public static Recipe read(String json, String title) throws RecipeException {
        return new RecipeReader().parse(json, title);
    }

    private Recipe parse(String json, String title) throws RecipeException {
        Recipe recipe = recipe(JsonPlace.read(json, faults), title);
        if (!faults.isEmpty()) {
            throw new RecipeException(faults);
        }
        return recipe;
    }

    private Recipe recipe(JsonPlace root, String title) {
        root.missing("recipe", "the version of the recipe format, 1, is expected");
        root.whole("recipe", 1, 1);
        String ownTitle = root.text("title").orElse(title);
        if (ownTitle.isBlank() || ownTitle.length() > 120) {
            root.fault(
                    "title",
                    ownTitle.isBlank() ? "a blank" : ownTitle.length() + " characters",
                    "1 to 120 are expected");
        } else if (ownTitle.indexOf('\0') >= 0) {
            root.fault("title", "the character U+0000", "a text without it is expected");
        }
        FormatClauseReader format = new FormatClauseReader(root.object("format"));
        Recipe recipe = Recipe.plain(ownTitle, format.read())
                .crop(crop(root.object("crop")))
                .size(new SizeClauseReader(root.object("size")).read())
                .colour(colour(root.object("colour")))
                .background(background(root))
                .sharpen(sharpen(root.object("sharpen")))
                .watermark(new WatermarkClauseReader(root.object("watermark")).read())
                .looksLike(format.looksLike())
                .maxBytes(format.maxBytes())
                .metadata(metadata(root.object("metadata")))
                .name(root.text("name").orElse(Recipe.USUAL_NAME))
                .folder(root.text("folder").orElse(""))
                .build();
        template(root, "name", recipe.name(), PathTemplate::name);
        template(root, "folder", recipe.folder(), PathTemplate::folders);
        root.refuseOthers();
        return recipe.format().copies() ? recipe.untouched() : recipe;
    }

    private static Optional<Aspect> crop(JsonPlace crop) {
        Optional<String> text = crop.text("aspect");
        crop.refuseOthers();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Matcher ratio = ASPECT.matcher(text.get());
        if (ratio.matches()) {
            double width = Double.parseDouble(ratio.group(1));
            double height = Double.parseDouble(ratio.group(2));
            if (width > 0 && height > 0 && width / height <= 1000 && height / width <= 1000) {
                return Optional.of(new Aspect(width, height));
            }
        }
        crop.fault("aspect", JsonPlace.quoted(text.get()), "two numbers with a colon are expected, as in 3:2");
        return Optional.empty();
    }

    private static ColourClause colour(JsonPlace colour) {
        List<String> intents = Arrays.stream(RenderingIntent.values())
                .map(RenderingIntent::word)
                .toList();
        RenderingIntent intent = RenderingIntent.values()[
                intents.indexOf(colour.choice("intent", intents).orElse("relative"))];
        ColourClause clause =
                new ColourClause(profile(colour), intent, colour.flag("black-point", true), colour.flag("embed", true));
        colour.refuseOthers();
        return clause;
    }

    private static String profile(JsonPlace colour) {
        List<String> words = new ArrayList<>(
                Arrays.stream(BuiltInProfile.values()).map(BuiltInProfile::id).toList());
        words.add(PressProfile.ID);
        words.add(ColourClause.AS_SOURCE);
        String word = colour.text("profile").orElse(ColourClause.SRGB.profile());
        boolean file = PROFILE_FILE.matcher(word).matches()
                && WatermarkClauseReader.FILE.matcher(word).matches();
        if (!words.contains(word) && !file) {
            colour.fault(
                    "profile",
                    JsonPlace.quoted(word),
                    "allowed are " + String.join(", ", words) + ", or the name of an imported .icc or .icm file");
        }
        return word;
    }

    private static SharpenClause sharpen(JsonPlace sharpen) {
        List<String> media = Arrays.stream(SharpenClause.Medium.values())
                .map(SharpenClause.Medium::word)
                .toList();
        SharpenClause.Medium medium = SharpenClause.Medium.values()[
                media.indexOf(sharpen.choice("for", media).orElse("none"))];
        int strength = sharpen.whole("strength", 0, 100).orElse(SharpenClause.USUAL_STRENGTH);
        sharpen.refuseOthers();
        return medium == SharpenClause.Medium.NONE ? SharpenClause.NONE : new SharpenClause(medium, strength);
    }

    private static Background background(JsonPlace root) {
        Optional<String> text = root.text("background");
        if (text.isEmpty() || text.get().equals("transparent")) {
            return Background.TRANSPARENT;
        }
        if (!MATTE.matcher(text.get()).matches()) {
            root.fault(
                    "background", JsonPlace.quoted(text.get()), "transparent or a colour such as #ffffff is expected");
            return Background.TRANSPARENT;
        }
        return new Background(false, Integer.parseInt(text.get().substring(1), 16));
    }

    private static MetadataPolicy metadata(JsonPlace metadata) {
        MetadataPolicy.Keep keep = MetadataPolicy.Keep.valueOf(metadata.choice("keep", List.of("all", "rights", "none"))
                .orElse("rights")
                .toUpperCase(Locale.ROOT));
        boolean dropLocation = metadata.flag("drop-location", true);
        JsonPlace set = metadata.object("set");
        Map<String, String> fields = new HashMap<>();
        for (String field : Rights.FIELDS) {
            set.text(field).ifPresent(text -> fields.put(field, text));
        }
        set.refuseOthers();
        metadata.refuseOthers();
        return new MetadataPolicy(keep, dropLocation, fields);
    }

    @FunctionalInterface
    private interface TemplateRule {
        Object check(String text) throws TemplateException;
    }

    private static void template(JsonPlace root, String key, String text, TemplateRule rule) {
        try {
            rule.check(text);
        } catch (TemplateException e) {
            root.fault(key, JsonPlace.quoted(text), e.getMessage());
        }
    }
}
