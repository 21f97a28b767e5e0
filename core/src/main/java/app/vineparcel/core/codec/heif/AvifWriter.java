package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.CodecPrograms;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.codec.png.PngWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Writes AVIF through the program {@code avifenc} (Debian's package {@code libavif-bin}), where it is installed. */
final class AvifWriter implements PictureWriter {

    static final CodecPrograms PROGRAMS = new CodecPrograms("AVIF", "avifenc", "avifdec", "libavif-bin");

    /** Of 0, slowest, to 10: about 0.2 s a megapixel. */
    private static final String SPEED = "8";

    private static final int WORST_QUANTISER = 63;

    private final AvifFormat options;

    AvifWriter(AvifFormat options) {
        this.options = options;
    }

    /** The pixels of a file, through {@code avifdec} where that is installed. */
    static Optional<Decoded> readBack(Path file) throws IOException {
        return PROGRAMS.decode(
                png -> List.of("--depth", "8", "--png-compress", "0", file.toString(), png), new PngReader()::read);
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        PROGRAMS.encode(
                folder -> options(picture, tags, folder),
                folder -> Files.copy(folder.resolve("out.avif"), file, StandardCopyOption.REPLACE_EXISTING));
    }

    private List<String> options(Picture picture, FileTags tags, Path folder) throws IOException {
        List<String> command = new ArrayList<>(List.of("--speed", SPEED, "--jobs", "1"));
        if (options.lossless()) {
            command.add("--lossless");
        } else {
            int quantiser = (100 - options.quality()) * WORST_QUANTISER / 99;
            command.addAll(List.of("--min", "0", "--max", String.valueOf(WORST_QUANTISER)));
            command.addAll(List.of("--minalpha", "0", "--maxalpha", String.valueOf(WORST_QUANTISER)));
            command.addAll(List.of("-a", "end-usage=q", "-a", "cq-level=" + quantiser));
        }
        new PngWriter(new PngFormat(picture.pixels().hasAlpha() ? 32 : 24))
                .write(picture, FileTags.plain(tags.ppi()), folder.resolve("in.png"));
        if (tags.embedProfile()) {
            command.addAll(
                    List.of("--icc", beside(folder, "icc", picture.profile().bytes())));
        }
        if (tags.exif().isPresent()) {
            command.addAll(List.of("--exif", beside(folder, "exif", tags.exif().get())));
        }
        if (tags.xmp().isPresent()) {
            command.addAll(List.of("--xmp", beside(folder, "xmp", tags.xmp().get())));
        }
        command.addAll(List.of(
                folder.resolve("in.png").toString(), folder.resolve("out.avif").toString()));
        return command;
    }

    private static String beside(Path folder, String name, byte[] bytes) throws IOException {
        return Files.write(folder.resolve("block." + name), bytes).toString();
    }
}
