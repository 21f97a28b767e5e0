package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.JpegRepacker;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.WeightLimit;
import app.vineparcel.core.codec.formats.StrippedPicture;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.OpenedSource;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** How the pixels of a rendition become its file: by quality, by weight or by look, or as the JPEG that they came from, packed anew. */
final class PictureEncoding {

    private final Recipe recipe;
    private final Picture picture;
    private final FileTags tags;
    private final RenditionPixels.RenderContext context;

    PictureEncoding(Recipe recipe, Picture picture, FileTags tags, RenditionPixels.RenderContext context) {
        this.recipe = recipe;
        this.picture = picture;
        this.tags = tags;
        this.context = context;
    }

    /**
     * What was written.
     *
     * @param format with the quality that was found, where it was looked for
     * @param notices what is not as the recipe wants it
     */
    record Written(OutputFormat format, List<Notice> notices) {}

    /** Writes the file as the recipe wants it, within its weight limit and as near as it must look. */
    Written write(Path file) throws IOException {
        if (recipe.looksLike().isPresent()) {
            return lightest(file);
        }
        if (recipe.maxBytes().isPresent()) {
            return new Written(
                    WeightLimit.write(
                                    recipe.format(),
                                    picture,
                                    tags,
                                    file,
                                    recipe.maxBytes().getAsLong())
                            .format(),
                    List.of());
        }
        recipe.format().writer().write(picture, tags, file);
        return new Written(recipe.format(), List.of());
    }

    private Written lightest(Path file) throws IOException {
        double wanted = recipe.looksLike().getAsDouble();
        LightestFile.Found found;
        try {
            found = LightestFile.write(
                    recipe.format(),
                    picture,
                    tags,
                    file,
                    Likeness.to(picture, context.conversions(), context.threads()),
                    wanted,
                    recipe.maxBytes());
        } catch (ProblemException e) {
            throw new IOException(e.problem().reason(), e);
        }
        return new Written(
                found.format(),
                found.near()
                        ? List.of()
                        : List.of(Notice.caution(
                                "less-alike",
                                "It comes no nearer to its picture than %.0f (%s); the recipe wants %.0f. %s"
                                        .formatted(
                                                Math.floor(found.score()),
                                                Visibility.of(found.score()).words(),
                                                wanted,
                                                recipe.maxBytes().isPresent()
                                                        ? "Raise the weight limit, or choose another format."
                                                        : "Choose another format, or ask for less."))));
    }

    /**
     * The same, from the source's own data where nothing but their packing changes.
     *
     * @param original the source's file
     */
    Written writeFrom(OpenedSource source, Path original, Path file) throws IOException {
        return isRepacked(source, original, file) ? new Written(recipe.format(), List.of()) : write(file);
    }

    /** Where nothing but the packing of a JPEG changes, its own data are packed. */
    private boolean isRepacked(OpenedSource source, Path original, Path file) {
        Optional<JpegRepacker> repacker = recipe.format().repacker();
        if (repacker.isEmpty()
                || source.info().format() != SourceFormat.JPEG
                || source.info().facts().orientation() != Orientation.TOP_LEFT
                || picture.pixels() != source.pixels()
                || !recipe.colour().embed() && source.info().profileTitle().isPresent()) {
            return false;
        }
        try {
            repacker.get().repack(StrippedPicture.of(Files.readAllBytes(original)), tags, file);
            return Files.size(file) <= recipe.maxBytes().orElse(Long.MAX_VALUE);
        } catch (IOException odd) {
            System.getLogger(PictureEncoding.class.getName())
                    .log(System.Logger.Level.DEBUG, "a JPEG cannot be packed anew; its pixels are", odd);
            return false;
        }
    }
}
