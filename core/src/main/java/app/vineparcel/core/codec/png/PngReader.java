package app.vineparcel.core.codec.png;

import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Reads PNG; of one that ends early what is there. */
public final class PngReader implements PictureReader {

    @Override
    public PixelSize size(Path file) throws IOException {
        return PngDecoder.header(file).size();
    }

    @Override
    public boolean seemsWhole(Path file) throws IOException {
        try (PngChunks chunks = new PngChunks(file, false)) {
            while (chunks.next()) {
                if (chunks.type().equals("IEND")) {
                    return true;
                }
            }
            return false;
        }
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return PngBlocks.in(file);
    }

    @Override
    public Decoded read(Path file) throws IOException {
        PngDecoder.Result result = PngDecoder.decode(file);
        if (result.share() < CutShort.LEAST) {
            throw new IOException("it ends before its picture does.");
        }
        Decoded decoded = Decoded.plain(result.pixels());
        return result.share() < 1 ? decoded.with(List.of(CutShort.notice(result.share()))) : decoded;
    }
}
