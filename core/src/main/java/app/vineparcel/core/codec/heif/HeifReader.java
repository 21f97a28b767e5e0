package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.ExternalProgram;
import app.vineparcel.core.codec.MissingProgram;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Turning;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Reads AVIF and HEIC through programs of this machine that make a PNG of them; upright. */
public final class HeifReader implements PictureReader {

    private final ExternalProgram program;
    private final String title;
    private final String debianPackage;
    private final List<String> options;
    private final boolean turns;

    private HeifReader(String title, String program, String debianPackage, List<String> options, boolean turns) {
        this.title = title;
        this.program = new ExternalProgram(program);
        this.debianPackage = debianPackage;
        this.options = options;
        this.turns = turns;
    }

    /** Through {@code avifdec}, which leaves turning to whoever called it. */
    public static HeifReader avif() {
        return new HeifReader("AVIF", "avifdec", "libavif-bin", List.of("--jobs", "1"), false);
    }

    /** Through {@code heif-convert}, which turns the picture itself. */
    public static HeifReader heic() {
        return new HeifReader("HEIC", "heif-convert", "libheif-examples", List.of(), true);
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        HeifFile.Facts facts = HeifFile.read(file);
        return facts.orientation().seen(facts.stored());
    }

    @Override
    public Decoded read(Path file) throws IOException {
        if (!program.isInstalled()) {
            throw new MissingProgram(title, program.name(), debianPackage);
        }
        HeifFile.Facts facts = HeifFile.read(file);
        return ExternalProgram.inTemporaryFolder(folder -> {
            // a name of our own, so that none is taken for an option
            Path source = Files.createSymbolicLink(folder.resolve("source.bin"), file.toAbsolutePath());
            Path png = folder.resolve("picture.png");
            List<String> all = new java.util.ArrayList<>(options);
            all.add(source.toString());
            all.add(png.toString());
            program.run(all, folder, "its data is damaged.");
            if (!Files.exists(png)) {
                throw new IOException("%s makes no picture of it.".formatted(program.name()));
            }
            Decoded decoded = new PngReader().read(png);
            return turns
                    ? decoded
                    : new Decoded(
                            Turning.upright(decoded.pixels(), facts.orientation()),
                            decoded.model(),
                            decoded.implied(),
                            decoded.notices());
        });
    }
}
