package app.vineparcel.core.source.svg;

import app.vineparcel.core.codec.ShippedFonts;
import java.awt.Font;
import java.io.InputStream;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import org.apache.batik.bridge.DefaultFontFamilyResolver;
import org.apache.batik.bridge.FontFace;
import org.apache.batik.bridge.FontFamilyResolver;
import org.apache.batik.gvt.font.GVTFontFamily;
import org.jspecify.annotations.Nullable;

/**
 * Finds fonts by the names that a document gives: those of the machine, else the shipped one, which also stands for any sans serif, so that a
 * document looks the same on every machine. Remembers which were asked for and are not here.
 */
final class SvgFonts implements FontFamilyResolver {

    static {
        ShippedFonts.register(); // before the list of the machine's fonts is made
    }

    private static final FontFamilyResolver MACHINE = DefaultFontFamilyResolver.SINGLETON;
    private static final String SHIPPED = "IBM Plex Sans";
    private static final Set<String> PLAIN = Set.of("sans-serif", "sansserif", "system-ui", "ui-sans-serif");

    private final Set<String> missing = new LinkedHashSet<>();
    private final Set<String> asked = new LinkedHashSet<>();
    private boolean found;

    /** The families that a text asked for and none of which is here. */
    Set<String> missing() {
        return missing;
    }

    @Override
    public @Nullable GVTFontFamily resolve(String family) {
        if (PLAIN.contains(family.toLowerCase(Locale.ROOT))) {
            found = true;
            return new KernedFamily(SHIPPED);
        }
        GVTFontFamily known = MACHINE.resolve(family);
        if (known == null) {
            asked.add(family);
        } else {
            found = true;
        }
        return known == null ? null : new KernedFamily(family);
    }

    @Override
    public @Nullable GVTFontFamily resolve(String family, FontFace face) {
        return MACHINE.resolve(family, face);
    }

    @Override
    public GVTFontFamily loadFont(InputStream in, FontFace face) throws Exception {
        return new KernedFamily(face, Font.createFont(Font.TRUETYPE_FONT, in));
    }

    /** Asked for last, behind all that a text names. */
    @Override
    public GVTFontFamily getDefault() {
        if (!found) {
            missing.addAll(asked);
        }
        asked.clear();
        found = false;
        return new KernedFamily(SHIPPED);
    }

    @Override
    public GVTFontFamily getFamilyThatCanDisplay(char letter) {
        return MACHINE.getFamilyThatCanDisplay(letter);
    }
}
