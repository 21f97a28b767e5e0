package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** What packs and unpacks JPEG data. Markers, profiles and the meaning of components are looked after outside. */
public interface JpegEngine {

    /** As told to people: which library does it. */
    String name();

    /** What is wrong with data that gives a picture all the same. */
    enum Flaw {
        NONE,
        CUT_SHORT,
        DAMAGED
    }

    /**
     * What was in a file.
     *
     * @param pixels one band of grey, three of RGB, or four as they are stored, with YCCK turned into CMYK
     * @param flaw what is wrong with them
     */
    record Unpacked(Pixels pixels, Flaw flaw) {}

    /**
     * All pixels of a file.
     *
     * @throws IOException with a reason in words if none can be had
     */
    Unpacked decode(Path file) throws IOException;

    /**
     * The same at a half, a quarter or an eighth of its size, where that can be had for less.
     *
     * @param leastEdge the long edge, px, that is expected at least
     */
    default Unpacked decode(Path file, int leastEdge) throws IOException {
        return decode(file);
    }

    /**
     * A whole JPEG file with whatever markers the library writes.
     *
     * @param pixels 8-bit grey, RGB, or four inks as they shall be stored
     */
    byte[] encode(Pixels pixels, JpegFormat options) throws IOException;

    /** The native engine where this machine has it, else that of the JDK. */
    static JpegEngine usual() {
        return Chosen.ENGINE;
    }

    /** The engine for this program's life; the same machine gives the same bytes. */
    final class Chosen {
        private static final JpegEngine ENGINE = choose();

        private Chosen() {}

        private static JpegEngine choose() {
            Optional<JpegEngine> turbo = TurboJpegEngine.find();
            return turbo.orElseGet(JdkJpegEngine::new);
        }
    }
}
