package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.metadata.MetadataPolicy;
import java.util.Optional;
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
 * @param watermark a mark set over it
 * @param format the kind of file
 * @param maxBytes the most that the file may weigh
 * @param metadata what the file says of itself
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
        OptionalLong maxBytes,
        MetadataPolicy metadata,
        String name,
        String folder) {

    /** The resolution that files get where a recipe says none, px per inch. */
    public static final int SCREEN_PPI = 72;

    private static final int PRINT_PPI = 300;
    private static final int SCREEN_BITS = 32;

    /** The resolution of what has to become pixels within a file of shapes, px per inch. */
    public int rasterPpi() {
        return size.ppi().orElse(PRINT_PPI);
    }

    /** The same with another weight limit, bytes. */
    public Recipe atMost(long bytes) {
        return with(title, colour, format, OptionalLong.of(bytes));
    }

    /** The same as pixels to be looked at on a screen: in sRGB, with what is clear left clear. */
    public Recipe forScreen() {
        return with(title, ColourClause.SRGB, new PngFormat(SCREEN_BITS), maxBytes);
    }

    /** The same without sharpening, as for a look from further away. */
    public Recipe unsharpened() {
        return new Recipe(
                title,
                crop,
                size,
                colour,
                background,
                SharpenClause.NONE,
                watermark,
                format,
                maxBytes,
                metadata,
                name,
                folder);
    }

    /** The same under another template of names. */
    public Recipe named(String template) {
        return new Recipe(
                title,
                crop,
                size,
                colour,
                background,
                sharpen,
                watermark,
                format,
                maxBytes,
                metadata,
                template,
                folder);
    }

    /** The same under another title. */
    public Recipe called(String other) {
        return with(other, colour, format, maxBytes);
    }

    private Recipe with(
            String otherTitle, ColourClause otherColour, OutputFormat otherFormat, OptionalLong otherLimit) {
        return new Recipe(
                otherTitle,
                crop,
                size,
                otherColour,
                background,
                sharpen,
                watermark,
                otherFormat,
                otherLimit,
                metadata,
                name,
                folder);
    }

    /** The resolution that is written into the file, px per inch. */
    public int ppi() {
        return size.ppi().orElse(SCREEN_PPI);
    }
}
