package app.vineparcel.demo;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Turning;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;

/**
 * One picture of the demo.
 *
 * @param path below the demo's folder
 * @param scene what it shows
 * @param seen its size upright, px
 * @param profile in which colours it is stored
 * @param format as which file
 * @param grain 0 for none
 * @param notes what the camera wrote
 */
record SamplePicture(
        String path,
        Scene scene,
        PixelSize seen,
        BuiltInProfile profile,
        OutputFormat format,
        float grain,
        CameraNotes notes) {

    /** Draws and writes it, scaled down for tests where {@code share} is below 1. */
    void write(Path folder, double share, int threads) throws IOException {
        PixelSize size =
                new PixelSize((int) Math.max(1, seen.width() * share), (int) Math.max(1, seen.height() * share));
        Exposure exposure = Exposure.of(scene, size, grain, path.hashCode(), threads);
        Pixels upright = Encoding.between(
                        BuiltInProfile.SRGB.space(), profile.space(), format.depth(), Optional.empty())
                .apply(exposure, threads)
                .pixels();
        FileTags tags = new FileTags(true, 300, Optional.of(notes.exif()), Optional.empty(), Optional.empty());
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        Path beside = file.resolveSibling(file.getFileName() + ".part");
        format.writer().write(new Picture(stored(upright), profile.profile()), tags, beside);
        Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    }

    /** As the sensor held it: the turn that brings it upright, undone. */
    private Pixels stored(Pixels upright) {
        int undo =
                switch (notes.orientation()) {
                    case 6 -> 8;
                    case 8 -> 6;
                    default -> notes.orientation();
                };
        return Turning.upright(upright, app.vineparcel.core.geometry.Orientation.ofExif(undo));
    }
}
