package app.vineparcel.core.codec;

import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A file that is written out in the place of its address (RFC 2397), in base64.
 *
 * @param type its media type with all parameters, such as {@code image/jpeg}
 * @param content its bytes
 */
public record DataUri(String type, byte[] content) {

    private static final String START = "data:";
    private static final Pattern ATTRIBUTE = Pattern.compile("(?i)[\"'](data:[^\"']*+)");
    private static final String BASE64 = ";base64,";

    /** Empty for any other address, and for one whose base64 is damaged. */
    public static Optional<DataUri> parse(String address) {
        String text = address.strip();
        int comma = text.indexOf(',');
        if (comma < 0 || !text.regionMatches(true, 0, START, 0, START.length())) {
            return Optional.empty();
        }
        String head = text.substring(START.length(), comma + 1);
        if (!head.toLowerCase(Locale.ROOT).endsWith(BASE64)) {
            return Optional.empty();
        }
        try {
            byte[] content = Base64.getMimeDecoder().decode(text.substring(comma + 1));
            return Optional.of(new DataUri(head.substring(0, head.length() - BASE64.length()), content));
        } catch (IllegalArgumentException damaged) {
            return Optional.empty();
        }
    }

    /** Every one that stands in an attribute of an XML text. */
    public static List<DataUri> allIn(String xml) {
        return ATTRIBUTE
                .matcher(xml)
                .results()
                .flatMap(found -> parse(found.group(1)).stream())
                .toList();
    }

    /** As an address. */
    public String written() {
        return START + type + BASE64 + Base64.getEncoder().encodeToString(content);
    }
}
