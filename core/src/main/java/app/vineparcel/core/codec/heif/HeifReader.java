package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.ConfinedDecoder;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.ExternalProgram;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Turning;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads AVIF and HEIC, of more than 8 bits a sample as 16, through programs of this machine that make a PNG of them; upright. */
public final class HeifReader implements PictureReader {

    private static final String PNG = "picture.png";

    private final ConfinedDecoder decoder;
    private final List<String> options;
    private final boolean turns;
    private final boolean fills;

    private HeifReader(ConfinedDecoder decoder, List<String> options, boolean turns, boolean fills) {
        this.decoder = decoder;
        this.options = options;
        this.turns = turns;
        this.fills = fills;
    }

    /** Through {@code avifdec}, which leaves turning to whoever called it. */
    public static HeifReader avif() {
        return new HeifReader(
                new ConfinedDecoder("AVIF", new ExternalProgram("avifdec"), "libavif-bin"),
                List.of("--jobs", "1", "--png-compress", "0"),
                false,
                true);
    }

    /** Through {@code heif-convert}, which turns the picture itself, and puts 10 or 12 bits into the upper ones of 16. */
    public static HeifReader heic() {
        return new HeifReader(
                new ConfinedDecoder("HEIC", new ExternalProgram("heif-convert"), "libheif-examples"),
                List.of(),
                true,
                false);
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        HeifFile.Facts facts = HeifFile.read(file);
        return facts.orientation().seen(facts.stored());
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return HeifFile.read(file).blocks();
    }

    @Override
    public Decoded read(Path file) throws IOException {
        HeifFile.Facts facts = HeifFile.read(file);
        Decoded decoded = decoder.decode(
                file, facts.stored(), this::command, PNG, folder -> new PngReader().read(folder.resolve(PNG)));
        Pixels full = fills ? decoded.pixels() : filled(decoded.pixels(), facts.bits());
        return new Decoded(
                turns ? full : Turning.upright(full, facts.orientation()),
                decoded.model(),
                decoded.implied(),
                decoded.notices());
    }

    private List<String> command(String file, String folder) {
        List<String> command = new ArrayList<>(options);
        command.add(file);
        command.add(folder + "/" + PNG);
        return command;
    }

    /** Samples whose lower bits are empty, brought to full scale. */
    private static Pixels filled(Pixels pixels, int bits) {
        if (pixels.depth() == 8 || bits <= 8 || bits >= 16) {
            return pixels;
        }
        short[] samples = pixels.shorts();
        short[] full = new short[samples.length];
        double scale = 65535.0 / ((1 << bits) - 1);
        for (int i = 0; i < samples.length; i++) {
            full[i] = (short) Math.round(((samples[i] & 0xffff) >> 16 - bits) * scale);
        }
        return Pixels.of16(pixels.size(), pixels.bands(), pixels.hasAlpha(), full);
    }

    /** The same; empty where the program is not installed. */
    Optional<Decoded> readIfPossible(Path file) throws IOException {
        return decoder.isInstalled() ? Optional.of(read(file)) : Optional.empty();
    }
}
