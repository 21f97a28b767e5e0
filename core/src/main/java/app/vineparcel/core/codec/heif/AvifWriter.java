package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.natives.LibAvif;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Writes AVIF through libavif, where it is installed. */
final class AvifWriter implements PictureWriter {

    private final AvifFormat options;

    AvifWriter(AvifFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        Optional<byte[]> icc =
                tags.embedProfile() ? Optional.of(picture.profile().bytes()) : Optional.empty();
        Files.write(
                file,
                LibAvif.encode(
                        picture.pixels(),
                        new LibAvif.Options(
                                AvifQuality.quantiser(options.quality()),
                                options.lossless(),
                                options.bits(),
                                options.chroma()),
                        new LibAvif.Blocks(icc, tags.exif(), tags.xmp())));
    }
}
