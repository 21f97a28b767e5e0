package app.vineparcel.core.render;

import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.IccProfile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/** The press condition that untagged CMYK is read by: CGATS TR 001, as a small profile under CC0 that ships with PDFBox. */
final class PressProfile {

    private static final String RESOURCE = "/org/apache/pdfbox/resources/icc/CGATS001Compat-v2-micro.icc";

    private PressProfile() {}

    static IccProfile usual() {
        return Loaded.PROFILE;
    }

    private static final class Loaded {
        static final IccProfile PROFILE = load();

        private static IccProfile load() {
            try (InputStream in = org.apache.pdfbox.pdmodel.PDDocument.class.getResourceAsStream(RESOURCE)) {
                return IccProfile.read(in.readAllBytes());
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (BadProfileException e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
