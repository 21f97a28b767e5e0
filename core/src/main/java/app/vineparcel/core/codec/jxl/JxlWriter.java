package app.vineparcel.core.codec.jxl;

import app.vineparcel.core.codec.EncoderProgram;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.pnm.PnmWriter;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Writes JPEG XL through the program {@code cjxl} (Debian's package {@code libjxl-tools}), where it is installed. */
final class JxlWriter implements PictureWriter {

    static final EncoderProgram PROGRAM = new EncoderProgram("JPEG XL", "cjxl", "libjxl-tools");

    /** Of 1, fastest, to 9. */
    private static final String EFFORT = "4";

    private static final double FINEST = 0.1;
    private static final double COARSEST = 25;
    /** Below this quality the distance grows faster. */
    private static final int STEEPER = 30;

    private final JxlFormat options;

    JxlWriter(JxlFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        PROGRAM.encode(
                folder -> options(picture, tags, folder),
                folder -> Files.write(
                        file, JxlBoxes.with(Files.readAllBytes(folder.resolve("out.jxl")), tags.exif(), tags.xmp())));
    }

    /** A fifth lighter than the JPEG, which can be had again byte for byte. */
    static void repack(byte[] jpeg, FileTags tags, Path file) throws IOException {
        PROGRAM.encode(
                folder -> {
                    Files.write(folder.resolve("in.jpg"), jpeg);
                    return List.of(
                            folder.resolve("in.jpg").toString(),
                            folder.resolve("out.jxl").toString(),
                            "--num_threads=0",
                            "--lossless_jpeg=1");
                },
                folder -> Files.write(
                        file, JxlBoxes.with(Files.readAllBytes(folder.resolve("out.jxl")), tags.exif(), tags.xmp())));
    }

    private List<String> options(Picture picture, FileTags tags, Path folder) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                input(picture, tags, folder).toString(),
                folder.resolve("out.jxl").toString(),
                "--num_threads=0",
                "--effort=" + EFFORT));
        command.add("--distance=" + (options.lossless() ? 0 : distance(options.quality())));
        if (!picture.pixels().hasAlpha() && tags.embedProfile()) {
            Path icc = Files.write(folder.resolve("in.icc"), picture.profile().bytes());
            command.addAll(List.of("-x", "icc_pathname=" + icc));
        }
        return command;
    }

    /** Without transparency as plain samples, which are written and read in no time; else as PNG. */
    private static Path input(Picture picture, FileTags tags, Path folder) throws IOException {
        Pixels pixels = picture.pixels();
        if (!pixels.hasAlpha()) {
            return PnmWriter.write(pixels, folder.resolve("in.ppm"));
        }
        FileTags inside = tags.embedProfile() ? FileTags.profiled(tags.ppi()) : FileTags.plain(tags.ppi());
        Path png = folder.resolve("in.png");
        new PngFormat(pixels.depth() == 16 ? 64 : 32).writer().write(picture, inside, png);
        return png;
    }

    /** The program's own scale: a quality as how far the picture may be from its original, 0.1 to 25, where 1 is hardly seen. */
    static double distance(int quality) {
        double distance = quality >= STEEPER
                ? FINEST + (100 - quality) * 0.09
                : 6.4 + (Math.pow(2.5, (STEEPER - quality) / 5.0) - 1) / 6.25;
        return Math.min(COARSEST, distance);
    }
}
