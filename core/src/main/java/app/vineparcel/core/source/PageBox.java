package app.vineparcel.core.source;

import java.util.Locale;

/** Which of a PDF page's boxes counts as the page (ISO 32000-1, 14.11.2). */
public enum PageBox {
    CROP,
    TRIM,
    BLEED,
    MEDIA;

    /** As people write it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
