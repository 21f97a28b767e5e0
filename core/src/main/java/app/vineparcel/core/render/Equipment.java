package app.vineparcel.core.render;

import app.vineparcel.core.codec.AvifWriter;
import app.vineparcel.core.codec.JpegEngine;
import java.util.LinkedHashMap;
import java.util.Map;

/** What of this machine is used where it is there, told to people. */
public final class Equipment {

    private Equipment() {}

    /** What reads or writes a format here, by the format's name. */
    public static Map<String, String> found() {
        Map<String, String> found = new LinkedHashMap<>();
        found.put("JPEG", JpegEngine.usual().name());
        found.put("AVIF", AvifWriter.isInstalled() ? "avifenc" : "not here; Debian's package libavif-bin brings it");
        return found;
    }
}
