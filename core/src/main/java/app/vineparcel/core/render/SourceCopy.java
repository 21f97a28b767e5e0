package app.vineparcel.core.render;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.FoundBlocks;
import app.vineparcel.core.codec.formats.FoundMetadata;
import app.vineparcel.core.codec.formats.StrippedPicture;
import app.vineparcel.core.codec.jpeg.JpegRetagged;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.WrittenMetadata;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.SourceInfo;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;

/**
 * The file of a source under a rendition's name. Of a JPEG the metadata become what the recipe says, and not a pixel is packed anew; of every other
 * format all bytes stay as they are.
 */
final class SourceCopy {

    private final PlannedRendition planned;

    SourceCopy(PlannedRendition planned) {
        this.planned = planned;
    }

    void write(Path file) throws IOException {
        Path source = planned.piece().file();
        SourceInfo info = planned.piece().info();
        if (info.format() != SourceFormat.JPEG) {
            Files.copy(source, file, StandardCopyOption.REPLACE_EXISTING);
            return;
        }
        EmbeddedBlocks blocks = FoundBlocks.in(source, SourceFormat.JPEG);
        Recipe recipe = planned.column().recipe();
        MetadataPolicy policy = recipe.metadata();
        Optional<String> altText = planned.piece().known().altText();
        if (policy.keepsAll()
                && altText.isEmpty()
                && !(policy.dropLocation() && LocationCheck.finds(FoundMetadata.file(source)))) {
            Files.copy(source, file, StandardCopyOption.REPLACE_EXISTING);
            return;
        }
        boolean srgb = info.profileTitle().isEmpty()
                || info.profileTitle()
                        .filter(BuiltInProfile.SRGB.profile().title()::equals)
                        .isPresent();
        WrittenMetadata written = policy.write(
                blocks.metadata(),
                new MetadataPolicy.Facts(info.facts().orientation().seen(info.size()), recipe.ppi(), srgb, altText));
        byte[] bare = StrippedPicture.withoutOrientation(Files.readAllBytes(source));
        Files.write(
                file,
                JpegRetagged.of(
                        bare,
                        new FileTags(true, recipe.ppi(), written.exif(), written.iptc(), written.xmp()),
                        blocks.metadata().exif()));
    }
}
