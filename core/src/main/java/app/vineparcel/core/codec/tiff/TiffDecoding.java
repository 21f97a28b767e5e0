package app.vineparcel.core.codec.tiff;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.Optional;

/** The front door of this package: what can be read of a page, and its pixels. */
public final class TiffDecoding {

    private TiffDecoding() {}

    /** Whether the page's packing brings colours of its own along, so that a library has to unpack both. */
    public static boolean byLibrary(TiffPage page) {
        return page.packing() == Packing.JPEG;
    }

    /** Why a page cannot be read, in words, as far as its description tells. */
    public static Optional<IOException> fault(TiffPage page) {
        try {
            if (!byLibrary(page)) {
                new TiffColours(page);
                Predictor.requireKnown(page);
                if (page.colours() == Photometric.YCBCR) {
                    new YccUnits(page);
                }
            }
            return Optional.empty();
        } catch (IOException e) {
            return Optional.of(e);
        }
    }

    /**
     * All pixels of a page that no library has to unpack, as stored.
     *
     * @throws IOException with a reason in words; for what ends early only if nothing of it is there
     */
    public static TiffSamples decode(FileChannel file, TiffPage page) throws IOException {
        return new TiffDecoder(file, page).decode();
    }
}
