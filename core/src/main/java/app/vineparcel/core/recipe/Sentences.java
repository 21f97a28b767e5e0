package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.Sizing;
import java.util.Locale;

/** A recipe's clauses as short sentences that say what they do. */
public final class Sentences {

    private Sentences() {}

    /** What happens to the size: {@code Long edge 2048 px, never enlarge}. */
    public static String size(SizeClause clause) {
        String rule = rule(clause.sizing());
        if (clause.sizing() instanceof Sizing.Original) {
            return rule;
        }
        return rule + (clause.enlarge() ? ", enlarge where needed" : ", never enlarge");
    }

    private static String rule(Sizing sizing) {
        if (sizing instanceof Sizing.Edge edge) {
            return capital(edge.side().name().toLowerCase(Locale.ROOT))
                    + (edge.side().ordinal() < 2 ? " edge " : " ")
                    + edge.px() + " px";
        }
        if (sizing instanceof Sizing.Boxed box) {
            String to = box.width() + " × " + box.height() + " px";
            return switch (box.fit()) {
                case INSIDE -> "Fit inside " + to;
                case FILL -> "Fill " + to + ", crop the rest";
                case PAD -> "Fit on a canvas of " + to;
                case STRETCH -> "Stretch to " + to;
            };
        }
        if (sizing instanceof Sizing.Scaled scaled) {
            return "Scale by " + JsonNumbers.plain(scaled.factor());
        }
        if (sizing instanceof Sizing.Megapixels area) {
            return "About " + JsonNumbers.plain(area.mp()) + " megapixels";
        }
        if (sizing instanceof Sizing.Print print) {
            return "Print at %s × %s %s, %d ppi"
                    .formatted(
                            JsonNumbers.plain(print.width()),
                            JsonNumbers.plain(print.height()),
                            print.unit().name().toLowerCase(Locale.ROOT),
                            print.ppi());
        }
        return "All the pixels it has";
    }

    /** What happens to the colours. */
    public static String colour(ColourClause clause) {
        if (clause.asSource()) {
            return "Leave colours as the source has them" + (clause.embed() ? "" : ", without its profile");
        }
        String title =
                BuiltInProfile.byId(clause.profile()).map(BuiltInProfile::title).orElse(clause.profile());
        return "Convert to " + title + (clause.embed() ? " and embed it" : ", not embedded");
    }

    /** What kind of file it becomes: {@code JPEG, quality 82, progressive}. */
    public static String format(OutputFormat format) {
        if (format instanceof OutputFormat.Jpeg jpeg) {
            return "JPEG, quality " + jpeg.quality() + (jpeg.progressive() ? ", progressive" : "");
        }
        if (format instanceof OutputFormat.Png png) {
            return "PNG, " + png.bits() + " bits a pixel";
        }
        if (format instanceof OutputFormat.Webp webp) {
            return webp.lossless() ? "WebP, lossless" : "WebP, quality " + webp.quality();
        }
        OutputFormat.Tiff tiff = (OutputFormat.Tiff) format;
        return "TIFF, " + tiff.bits() + " bits, "
                + switch (tiff.compression()) {
                    case NONE -> "not compressed";
                    case LZW -> "LZW";
                    case DEFLATE -> "deflate";
                };
    }

    /** What the file says of itself. */
    public static String metadata(MetadataClause clause) {
        String kept = clause.keepRights() ? "Keep rights, drop the rest" : "Keep nothing";
        return clause.set().isEmpty()
                ? kept
                : kept + "; set " + String.join(", ", clause.set().keySet());
    }

    /** The whole recipe in a few words: {@code 2048 px · JPEG 82}. */
    public static String summary(Recipe recipe) {
        return shortSize(recipe.size().sizing()) + " · " + shortFormat(recipe.format());
    }

    private static String shortSize(Sizing sizing) {
        if (sizing instanceof Sizing.Edge edge) {
            return edge.px() + " px";
        }
        if (sizing instanceof Sizing.Boxed box) {
            return box.width() + " × " + box.height();
        }
        return sizing instanceof Sizing.Original ? "full size" : rule(sizing);
    }

    private static String shortFormat(OutputFormat format) {
        if (format instanceof OutputFormat.Jpeg jpeg) {
            return "JPEG " + jpeg.quality();
        }
        if (format instanceof OutputFormat.Webp webp) {
            return webp.lossless() ? "WebP" : "WebP " + webp.quality();
        }
        return format instanceof OutputFormat.Tiff tiff
                ? "TIFF " + tiff.bits()
                : "PNG " + ((OutputFormat.Png) format).bits();
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }
}
