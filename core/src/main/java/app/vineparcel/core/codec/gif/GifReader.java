package app.vineparcel.core.codec.gif;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Reads the first frame of a GIF on its screen; see {@link GifFrame}. */
public final class GifReader implements PictureReader {

    private static final long MOST_BYTES = 1_000_000_000;

    @Override
    public PixelSize size(Path file) throws IOException {
        return new GifFrame(bytes(file)).screen();
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE, EmbeddedBlocks.animated(moves(file)));
    }

    @Override
    public Decoded read(Path file) throws IOException {
        GifFrame frame = new GifFrame(bytes(file));
        GifFrame.Drawn drawn = frame.draw();
        if (drawn.share() < CutShort.LEAST) {
            throw new IOException("it ends before its picture does.");
        }
        Pixels pixels = Pixels.of8(frame.screen(), 4, true, drawn.samples());
        Decoded decoded = Decoded.plain(drawn.opaque() ? Opacity.removed(pixels) : pixels);
        return drawn.share() < 1 ? decoded.with(List.of(CutShort.notice(drawn.share()))) : decoded;
    }

    /** Whether a file holds more than one frame. */
    public static boolean moves(Path file) throws IOException {
        return new GifFrame(bytes(file)).moves();
    }

    private static byte[] bytes(Path file) throws IOException {
        if (Files.size(file) > MOST_BYTES) {
            throw new NotRead("a GIF of more than %d MB is not read.".formatted(MOST_BYTES / 1_000_000));
        }
        return Files.readAllBytes(file);
    }
}
