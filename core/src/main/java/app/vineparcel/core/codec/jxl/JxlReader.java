package app.vineparcel.core.codec.jxl;

import app.vineparcel.core.codec.ConfinedDecoder;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.ExternalProgram;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.png.PngReader;
import app.vineparcel.core.codec.pnm.PnmReader;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Reads JPEG XL through {@code djxl} (Debian's package {@code libjxl-tools}), upright, in the colours that its profile
 * says, of more than 8 bits a sample as 16.
 */
public final class JxlReader implements PictureReader {

    private static final ConfinedDecoder DECODER =
            new ConfinedDecoder("JPEG XL", new ExternalProgram("djxl"), "libjxl-tools");
    /** Packed, with transparency. */
    private static final String PNG = "picture.png";
    /** Not packed, several times as fast. */
    private static final String PPM = "picture.ppm";

    private static final String ICC = "picture.icc";
    /** Rec. 2020 primaries under sRGB's curve, for pixels that would come out as plain light, for which 8 bits are too coarse. */
    private static final String WIDE = "--color_space=RGB_D65_202_Rel_SRG";

    /** Colours other than sRGB show only in what is decoded of it. */
    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        JxlHeader header = JxlHeader.read(file);
        byte[] srgb = BuiltInProfile.SRGB.profile().bytes();
        if (header.srgb() || !DECODER.isInstalled()) {
            return header.blocks(srgb);
        }
        byte[] icc = DECODER.decode(
                file,
                header.size(),
                (source, folder) -> options(header, source, folder, PPM, "--icc_out=" + folder + "/" + ICC),
                ICC,
                folder -> Files.readAllBytes(folder.resolve(ICC)));
        return header.blocks(isLikeSrgb(icc) ? srgb : icc);
    }

    /** Encoders name sRGB in several ways. */
    private static boolean isLikeSrgb(byte[] icc) {
        try {
            return IccProfile.read(icc)
                    .linearSpace()
                    .filter(space -> space.looksLike(BuiltInProfile.SRGB.space()))
                    .isPresent();
        } catch (BadProfileException odd) {
            return false;
        }
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        return JxlHeader.read(file).size();
    }

    @Override
    public Decoded read(Path file) throws IOException {
        JxlHeader header = JxlHeader.read(file);
        String made = header.plain() ? PPM : PNG;
        PictureReader reader = header.plain() ? new PnmReader() : new PngReader();
        return DECODER.decode(
                file,
                header.size(),
                (source, folder) -> options(header, source, folder, made),
                made,
                folder -> Decoded.plain(reader.read(folder.resolve(made)).pixels()));
    }

    /** The same; empty where the program is not installed. */
    Optional<Decoded> readIfPossible(Path file) throws IOException {
        return DECODER.isInstalled() ? Optional.of(read(file)) : Optional.empty();
    }

    private static List<String> options(JxlHeader header, String file, String folder, String made, String... more) {
        List<String> options = new ArrayList<>(List.of(file, folder + "/" + made, "--num_threads=0"));
        options.addAll(List.of(more));
        if (header.free()) {
            options.add(WIDE);
        }
        return options;
    }
}
