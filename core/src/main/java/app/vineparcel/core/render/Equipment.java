package app.vineparcel.core.render;

import app.vineparcel.core.codec.formats.Formats;
import java.util.LinkedHashMap;
import java.util.Map;

/** What of this machine is used where it is there, told to people. */
public final class Equipment {

    private Equipment() {}

    /** What reads or writes a format here, by the format's name. */
    public static Map<String, String> found() {
        Map<String, String> found = new LinkedHashMap<>();
        Formats.all().forEach(kind -> kind.equipment().ifPresent(what -> found.put(kind.title(), what)));
        return found;
    }
}
