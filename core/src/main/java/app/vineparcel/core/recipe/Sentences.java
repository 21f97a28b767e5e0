package app.vineparcel.core.recipe;

import app.vineparcel.core.FileSize;
import app.vineparcel.core.PlainNumber;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.colour.RenderingIntent;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.Sizing;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.metadata.MetadataPolicy;
import java.util.List;
import java.util.Optional;

/** A recipe's clauses as short sentences that say what they do. */
public final class Sentences {

    private Sentences() {}

    /** What is cropped away: {@code Crop to 3:2 about the focal point}. */
    public static String crop(Optional<Aspect> crop) {
        return crop.map(aspect -> "Crop to %s:%s around the focal point"
                        .formatted(PlainNumber.of(aspect.width()), PlainNumber.of(aspect.height())))
                .orElse("No crop");
    }

    /** What lies behind transparency, to be said after the colours; empty where nothing does. */
    static String background(Background background) {
        return background.transparent() ? "" : "; " + background.word() + " behind transparency";
    }

    /** Which folder it goes to. */
    static String folder(String folder) {
        return folder.isEmpty() ? "No folder" : folder;
    }

    /** What happens to the size: {@code Long edge 2048 px, never enlarge}. */
    public static String size(SizeClause clause) {
        String rule = SizeModes.of(clause.sizing()).sentence().apply(clause.sizing());
        String times = clause.isLadder() ? ", at " + densities(clause) : "";
        if (clause.sizing() instanceof Sizing.Original) {
            return rule + times;
        }
        return rule + times + (clause.enlarge() ? ", enlarge where needed" : ", never enlarge");
    }

    private static String densities(SizeClause clause) {
        List<String> words = clause.densities().stream()
                .map(density -> PlainNumber.of(density) + "x")
                .toList();
        int last = words.size() - 1;
        return last == 0 ? words.get(0) : String.join(", ", words.subList(0, last)) + " and " + words.get(last);
    }

    /** What happens to the colours. */
    public static String colour(ColourClause clause) {
        if (clause.asSource()) {
            return "Colours as in the source" + (clause.embed() ? "" : ", profile not embedded");
        }
        String title = profile(clause);
        String intent = clause.intent() == RenderingIntent.RELATIVE
                ? ""
                : ", " + clause.intent().word();
        return "Convert to " + title + intent
                + (clause.embed() ? (intent.isEmpty() ? "" : ",") + " and embed it" : ", not embedded");
    }

    /** The profile that a rendition comes in: {@code sRGB}; empty where it is the source's. */
    public static String profile(ColourClause clause) {
        if (clause.asSource()) {
            return "";
        }
        return clause.profile().equals(PressProfile.ID)
                ? PressProfile.coated().title()
                : BuiltInProfile.byId(clause.profile())
                        .map(BuiltInProfile::title)
                        .orElse(clause.profile());
    }

    /** How it is sharpened: {@code For screen, strength 35}. */
    public static String sharpen(SharpenClause clause) {
        String paper = clause.medium() == SharpenClause.Medium.SCREEN ? "" : " paper";
        return clause.changesNothing()
                ? "No sharpening"
                : "For %s%s, strength %d".formatted(clause.medium().word(), paper, clause.strength());
    }

    /** What is set over it: {@code harrow-lane.svg, bottom right, 18 % wide, 60 % opaque}. */
    public static String watermark(Optional<WatermarkClause> watermark) {
        if (watermark.isEmpty()) {
            return "No watermark";
        }
        WatermarkClause clause = watermark.get();
        String mark = clause.mark() instanceof WatermarkClause.TextMark text
                ? "“" + text.text() + "”"
                : ((WatermarkClause.FileMark) clause.mark()).name();
        return mark
                + (clause.adapts() ? ", light or dark depending on the picture" : "")
                + (clause.tile() ? ", all over" : ", " + clause.anchor().word().replace('-', ' '))
                + ", %s\u00a0%% wide".formatted(percent(clause.scale()))
                + (clause.rotation() == 0 ? "" : ", turned " + PlainNumber.of(clause.rotation()) + "°")
                + (clause.opacity() == 1 ? "" : ", %s\u00a0%% opaque".formatted(percent(clause.opacity())));
    }

    private static String percent(double share) {
        return PlainNumber.of(Math.round(share * 1000) / 10.0);
    }

    /** What kind of file it becomes, and how heavy at most: {@code JPEG, quality 82, progressive, at most 400 kB}. */
    public static String format(Recipe recipe) {
        return (recipe.looksLike().isPresent()
                        ? lightest(recipe.format(), recipe.looksLike().getAsDouble())
                        : format(recipe.format()))
                + (recipe.maxBytes().isEmpty()
                        ? ""
                        : ", at most " + FileSize.stated(recipe.maxBytes().getAsLong()));
    }

    /** The format's sentence, with what is wanted in the place of its quality. */
    private static String lightest(OutputFormat format, double score) {
        Visibility words = Visibility.of(score);
        String wanted = words.least() == score
                ? "lightest file whose difference is " + words.words()
                : "lightest file with a likeness of " + PlainNumber.of(score) + " or more";
        int step = format.weightStep().orElse(0);
        return format.sentence().replaceFirst("(quality|palette of) " + step + "\\b", wanted);
    }

    /** What kind of file it becomes: {@code JPEG, quality 82, progressive}. */
    public static String format(OutputFormat format) {
        return format.sentence();
    }

    /** What the file says of itself. */
    public static String metadata(MetadataPolicy clause) {
        String kept =
                switch (clause.keep()) {
                    case ALL -> clause.dropLocation() ? "Keep everything except the location" : "Keep everything";
                    case RIGHTS -> "Keep rights, drop the rest";
                    case NONE -> "Keep nothing";
                };
        return clause.set().isEmpty()
                ? kept
                : kept + "; set " + String.join(", ", clause.set().keySet());
    }

    /** The whole recipe in a few words: {@code 2048 px · JPEG 82}. */
    public static String summary(Recipe recipe) {
        String times = recipe.size().isLadder() ? " at " + densities(recipe.size()) : "";
        return SizeModes.of(recipe.size().sizing())
                        .summary()
                        .apply(recipe.size().sizing()) + times + " · "
                + recipe.format().summary();
    }
}
