package app.vineparcel.core.codec;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.GraphicsEnvironment;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** The fonts that ship with the program, so that what is made for it looks the same on every machine. */
public final class ShippedFonts {

    private static final List<String> FILES = List.of("ibm-plex-sans-regular.ttf", "ibm-plex-sans-semibold.ttf");

    private ShippedFonts() {}

    /** Lets everything that draws text find them by name. May be called again. */
    public static void register() {
        Registered.touch();
    }

    /** A shipped typeface by its PostScript name. */
    public static Optional<TrueTypeFont> typeface(String postScriptName) {
        return Optional.ofNullable(Loaded.BY_NAME.get(postScriptName));
    }

    private static InputStream open(String file) {
        return java.util.Objects.requireNonNull(ShippedFonts.class.getResourceAsStream(file));
    }

    private static final class Registered {
        static {
            GraphicsEnvironment fonts = GraphicsEnvironment.getLocalGraphicsEnvironment();
            for (String file : FILES) {
                try (InputStream in = open(file)) {
                    fonts.registerFont(Font.createFont(Font.TRUETYPE_FONT, in));
                } catch (IOException | FontFormatException e) {
                    throw new IllegalStateException(file, e);
                }
            }
        }

        static void touch() {
            // what is to be done is done when this class is first asked for
        }
    }

    private static final class Loaded {
        static final Map<String, TrueTypeFont> BY_NAME =
                FILES.stream().map(Loaded::read).collect(Collectors.toMap(Loaded::name, Function.identity()));

        private static TrueTypeFont read(String file) {
            try (InputStream in = open(file)) {
                return new TTFParser().parse(new RandomAccessReadBuffer(in));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        private static String name(TrueTypeFont font) {
            try {
                return font.getName();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** A word for the fonts of this machine, another where they are others. */
    public static String installed() {
        return Installed.WORD;
    }

    private static final class Installed {
        static final String WORD = word();

        private static String word() {
            register();
            String[] names = GraphicsEnvironment.getLocalGraphicsEnvironment().getAvailableFontFamilyNames(Locale.ROOT);
            return Integer.toHexString(Arrays.hashCode(names));
        }
    }
}
