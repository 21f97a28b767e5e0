package app.vineparcel.web;

import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.TreeMap;
import org.springframework.context.MessageSource;
import org.springframework.context.support.ResourceBundleMessageSource;

/**
 * Everything that the application says, from {@code messages.properties}. Pages take their words from there by {@code #{key}}, Java by {@link #of}, scripts
 * by what the page hands them. Another language is another file beside it.
 */
public final class Text {

    /** The language of all pages; {@code VINE_PARCEL_LANGUAGE} names another for which there is a file. */
    static final Locale LANGUAGE = Locale.forLanguageTag(System.getenv().getOrDefault("VINE_PARCEL_LANGUAGE", "en"));

    private static final ResourceBundleMessageSource SOURCE = source();

    private Text() {}

    private static ResourceBundleMessageSource source() {
        ResourceBundleMessageSource source = new ResourceBundleMessageSource();
        source.setBasename("messages");
        source.setDefaultEncoding("UTF-8");
        source.setFallbackToSystemLocale(false);
        return source;
    }

    /** The one source, for Spring. */
    static MessageSource messages() {
        return SOURCE;
    }

    /**
     * A text with its arguments filled in.
     *
     * @throws org.springframework.context.NoSuchMessageException if there is none, which the tests look for
     */
    public static String of(String key, Object... arguments) {
        return SOURCE.getMessage(key, arguments, LANGUAGE);
    }

    /** All texts whose keys begin with this, as they are written, by their keys. */
    public static Map<String, String> all(String prefix) {
        ResourceBundle bundle = ResourceBundle.getBundle(
                "messages",
                LANGUAGE,
                ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_DEFAULT));
        Map<String, String> all = new TreeMap<>();
        bundle.keySet().stream()
                .filter(key -> key.startsWith(prefix))
                .forEach(key -> all.put(key, bundle.getString(key)));
        return all;
    }
}
