package app.vineparcel.core.colour;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/** The press condition that is always there: offset on coated paper by the FOGRA39 characterisation (ISO 12647-2), under the zlib licence. */
public final class PressProfile {

    /** The word in recipe files. */
    public static final String ID = "fogra39-coated";

    private PressProfile() {}

    /** The profile; it is also what CMYK without a profile is read by. */
    public static IccProfile coated() {
        return Loaded.PROFILE;
    }

    private static final class Loaded {
        static final IccProfile PROFILE = load();

        private static IccProfile load() {
            try (InputStream in = PressProfile.class.getResourceAsStream("fogra39-coated.icc")) {
                return IccProfile.builtIn(in.readAllBytes());
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }
}
