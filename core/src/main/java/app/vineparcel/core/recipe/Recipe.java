package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.metadata.MetadataPolicy;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalLong;

/**
 * The reusable description of one rendition, clause by clause in the order in which the pixels pass them.
 *
 * @param title what people call it
 * @param crop an aspect to crop to first
 * @param size how large
 * @param colour in which colours
 * @param background what transparency is flattened on, and what padding is made of
 * @param sharpen output sharpening
 * @param watermark a picture or text over it
 * @param format the kind of file
 * @param looksLike how near the file must stay to its pixels before encoding, as a score of up to 100; the lightest file that does is made,
 *     and the format's quality counts for nothing
 * @param maxBytes the largest file
 * @param metadata what goes into the file
 * @param name a template for the file's name, without ending
 * @param folder a template for the folder, relative to the destination
 */
public record Recipe(
        String title,
        Optional<Aspect> crop,
        SizeClause size,
        ColourClause colour,
        Background background,
        SharpenClause sharpen,
        Optional<WatermarkClause> watermark,
        OutputFormat format,
        OptionalDouble looksLike,
        OptionalLong maxBytes,
        MetadataPolicy metadata,
        String name,
        String folder) {

    /** The resolution that files get where a recipe says none, px per inch. */
    public static final int SCREEN_PPI = 72;

    /** The template of names where a recipe has none. */
    static final String USUAL_NAME = "{stem}";

    private static final int PRINT_PPI = 300;
    private static final int SCREEN_BITS = 32;

    /** The resolution of what has to become pixels within a file of shapes, px per inch. */
    public int rasterPpi() {
        return size.ppi().orElse(PRINT_PPI);
    }

    /** A recipe that changes as little as it can: all of a piece at its own size, in sRGB, nothing laid over, with the usual metadata. */
    public static Builder plain(String title, OutputFormat format) {
        return new Builder(title, format);
    }

    /** This recipe, to be changed. */
    public Builder change() {
        return new Builder(this);
    }

    /** The same with another limit of its size, bytes. */
    public Recipe atMost(long bytes) {
        return change().maxBytes(OptionalLong.of(bytes)).build();
    }

    /** The format as it usually comes out: where a look is asked for, at the quality that photographs usually get. */
    public OutputFormat usualFormat() {
        return looksLike.isPresent() ? format.atWeightStep(format.looks().step(looksLike.getAsDouble())) : format;
    }

    /** The same with this quality, whatever it was to look like. */
    public Recipe atWeightStep(int step) {
        return change().format(format.atWeightStep(step))
                .looksLike(OptionalDouble.empty())
                .build();
    }

    /** The same without any clause that changes pixels: what a copy comes down to. */
    Recipe untouched() {
        return plain(title, format)
                .colour(new ColourClause(
                        ColourClause.AS_SOURCE,
                        ColourClause.SRGB.intent(),
                        ColourClause.SRGB.blackPoint(),
                        ColourClause.SRGB.embed()))
                .metadata(metadata)
                .name(name)
                .folder(folder)
                .build();
    }

    /** The same as pixels to be looked at on a screen: in sRGB, with what is clear left clear. */
    public Recipe forScreen() {
        return change().colour(ColourClause.SRGB)
                .format(new PngFormat(SCREEN_BITS))
                .looksLike(OptionalDouble.empty())
                .build();
    }

    /** The same without sharpening, as for a look from further away. */
    public Recipe unsharpened() {
        return change().sharpen(SharpenClause.NONE).build();
    }

    /** The same under another template of names. */
    public Recipe named(String template) {
        return change().name(template).build();
    }

    /** The same under another title. */
    public Recipe called(String other) {
        return change().title(other).build();
    }

    /** The resolution that is written into the file, px per inch. */
    public int ppi() {
        return size.ppi().orElse(SCREEN_PPI);
    }

    /** A recipe in the making: what is not set is as in the recipe that it was begun from. */
    public static final class Builder {

        private String title;
        private Optional<Aspect> crop;
        private SizeClause size;
        private ColourClause colour;
        private Background background;
        private SharpenClause sharpen;
        private Optional<WatermarkClause> watermark;
        private OutputFormat format;
        private OptionalDouble looksLike;
        private OptionalLong maxBytes;
        private MetadataPolicy metadata;
        private String name;
        private String folder;

        private Builder(Recipe from) {
            this.title = from.title;
            this.crop = from.crop;
            this.size = from.size;
            this.colour = from.colour;
            this.background = from.background;
            this.sharpen = from.sharpen;
            this.watermark = from.watermark;
            this.format = from.format;
            this.looksLike = from.looksLike;
            this.maxBytes = from.maxBytes;
            this.metadata = from.metadata;
            this.name = from.name;
            this.folder = from.folder;
        }

        private Builder(String title, OutputFormat format) {
            this.title = title;
            this.crop = Optional.empty();
            this.size = SizeClause.ORIGINAL;
            this.colour = ColourClause.SRGB;
            this.background = Background.TRANSPARENT;
            this.sharpen = SharpenClause.NONE;
            this.watermark = Optional.empty();
            this.format = format;
            this.looksLike = OptionalDouble.empty();
            this.maxBytes = OptionalLong.empty();
            this.metadata = MetadataPolicy.USUAL;
            this.name = USUAL_NAME;
            this.folder = "";
        }

        public Builder title(String other) {
            this.title = other;
            return this;
        }

        public Builder crop(Optional<Aspect> other) {
            this.crop = other;
            return this;
        }

        public Builder size(SizeClause other) {
            this.size = other;
            return this;
        }

        public Builder colour(ColourClause other) {
            this.colour = other;
            return this;
        }

        public Builder background(Background other) {
            this.background = other;
            return this;
        }

        public Builder sharpen(SharpenClause other) {
            this.sharpen = other;
            return this;
        }

        public Builder watermark(Optional<WatermarkClause> other) {
            this.watermark = other;
            return this;
        }

        public Builder format(OutputFormat other) {
            this.format = other;
            return this;
        }

        public Builder looksLike(OptionalDouble other) {
            this.looksLike = other;
            return this;
        }

        public Builder maxBytes(OptionalLong other) {
            this.maxBytes = other;
            return this;
        }

        public Builder metadata(MetadataPolicy other) {
            this.metadata = other;
            return this;
        }

        public Builder name(String other) {
            this.name = other;
            return this;
        }

        public Builder folder(String other) {
            this.folder = other;
            return this;
        }

        public Recipe build() {
            return new Recipe(
                    title,
                    crop,
                    size,
                    colour,
                    background,
                    sharpen,
                    watermark,
                    format,
                    looksLike,
                    maxBytes,
                    metadata,
                    name,
                    folder);
        }
    }
}
