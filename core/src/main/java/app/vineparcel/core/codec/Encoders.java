package app.vineparcel.core.codec;

import java.awt.GraphicsEnvironment;
import java.util.Arrays;
import java.util.Locale;

/** What of this machine decides how a file comes out, in words that are others when it is another. */
public final class Encoders {

    private Encoders() {}

    /** By what a format is written here, with its version where that can be asked for. */
    public static String word(OutputFormat format) {
        return switch (format.type()) {
            case "jpeg" -> JpegEngine.usual().name();
            case "avif" -> Avif.WORD;
            default -> "own";
        };
    }

    /** Which fonts there are for what is drawn. */
    public static String fonts() {
        return Fonts.WORD;
    }

    private static final class Avif {
        static final String WORD = AvifWriter.version();
    }

    private static final class Fonts {
        static final String WORD = word();

        private static String word() {
            ShippedFonts.register();
            String[] names = GraphicsEnvironment.getLocalGraphicsEnvironment().getAvailableFontFamilyNames(Locale.ROOT);
            return Integer.toHexString(Arrays.hashCode(names));
        }
    }
}
