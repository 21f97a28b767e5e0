package app.vineparcel.core.codec.pnm;

import app.vineparcel.core.raster.Pixels;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes plain samples for other programs: PGM or PPM (Netpbm), 8 or 16 bits. */
public final class PnmWriter {

    private static final int BUFFER = 1 << 16;

    private PnmWriter() {}

    /**
     * Writes a file.
     *
     * @param pixels grey or RGB, without transparency
     * @return the file
     */
    public static Path write(Pixels pixels, Path file) throws IOException {
        if (pixels.hasAlpha() || pixels.bands() != 1 && pixels.bands() != 3) {
            throw new IllegalArgumentException("plain samples are grey or RGB, not of " + pixels.bands() + " bands");
        }
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), BUFFER)) {
            out.write("P%d\n%d %d\n%d\n"
                    .formatted(
                            pixels.bands() == 1 ? 5 : 6,
                            pixels.size().width(),
                            pixels.size().height(),
                            pixels.levels() - 1)
                    .getBytes(StandardCharsets.US_ASCII));
            if (pixels.depth() == 8) {
                out.write(pixels.bytes());
            } else {
                for (short sample : pixels.shorts()) {
                    out.write(sample >> 8);
                    out.write(sample);
                }
            }
        }
        return file;
    }
}
