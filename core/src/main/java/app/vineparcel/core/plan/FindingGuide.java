package app.vineparcel.core.plan;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What people are told of each kind of finding: a title, and one sentence why it matters. The codes are stable; docs/preflight.md lists them with their thresholds. */
public enum FindingGuide {
    SOURCE_MISSING("source-missing", "File is missing", "What is not there cannot be rendered."),
    DESTINATION_CLOSED("destination-closed", "Destination cannot be written to", "Nothing could be delivered."),
    DESTINATION_FULL("destination-full", "Destination is too full", "The run would break off in the middle."),
    SAME_PATH("same-path", "Same file twice", "Two renditions would be written to one path; only the first is made."),
    BAD_TEMPLATE("bad-template", "Name cannot be used", "The name or folder of the recipe gives no file name."),
    LONG_PATH("long-path", "Long path", "Some systems cannot open files with such long folders and names."),
    NO_PROFILE("no-profile", "Profile is missing", "The recipe names a colour profile that is not there."),
    PROFILE_READS_ONLY("profile-reads-only", "Profile is for reading only", "Colours cannot be converted to it."),
    NO_MARK("no-mark", "Watermark is missing", "The recipe names a watermark that is not there."),
    NO_ENCODER("no-encoder", "Encoder is missing", "The program that writes this format is not installed."),
    INKS_IN_FORMAT(
            "inks-in-format", "Format holds no CMYK", "The colours and the format of the recipe do not go together."),
    INKS_AS_THEY_STAND(
            "inks-as-they-stand",
            "Inks cannot be changed",
            "CMYK that is left as it is can be neither sharpened nor marked."),
    NO_SHAPES("no-shapes", "Not a drawing", "The format holds shapes, and the piece is a picture."),
    MARK_ON_SHAPES("mark-on-shapes", "Watermark on shapes", "Shapes that stay shapes take no watermark."),
    TOO_LARGE("too-large", "Too large for the format", "The format has a longest edge."),
    HAS_LOCATION("has-location", "Says where it was taken", "This channel may not contain that."),
    LIMIT_UNREACHABLE(
            "limit-unreachable",
            "Weight limit out of reach",
            "Even at the lowest quality the file would weigh more than is allowed."),
    LOST_ON_MATTE(
            "lost-on-matte",
            "Lost on the background",
            "Artwork of nearly the background's colour vanishes where transparency is filled."),
    OUT_OF_GAMUT("out-of-gamut", "Out of gamut", "The profile cannot hold these colours; they come out duller."),
    BANDING("banding", "Banding", "Even gradients break into steps in a small palette."),
    CROP_CUTS_SUBJECT(
            "crop-cuts-subject", "Crop cuts the subject", "Much of what draws the eye is outside of the crop."),
    MARK_TOO_LARGE("mark-too-large", "Watermark is too large", "It would be cut at the edges."),
    MARK_TOO_SMALL("mark-too-small", "Watermark is too small", "It could not be read."),
    MARK_LOW_CONTRAST(
            "mark-low-contrast", "Watermark hardly visible", "It has nearly the lightness of what lies under it."),
    ENLARGED("enlarged", "Enlarged", "There are fewer pixels than the recipe asks for; it will look soft."),
    SOFT("soft", "Soft", "The picture has no detail at this size: it is out of focus, or was enlarged before."),
    HELPER_IN("helper-in", "Helper layer", "A layer that looks like a cutting line or guide would be seen."),
    NO_RIGHTS("no-rights", "No creator or licence", "The channel wants rights, and the file would name none."),
    BROKEN_PROFILE("broken-profile", "Profile is damaged", "The colours are read as sRGB, which may be wrong."),
    NO_PLACE_FOR_PROFILE("no-place-for-profile", "Format takes no profile", "Colours other than sRGB will look wrong."),
    GENERIC_NAME("generic-name", "Generic name", "A name that a camera or a program gave becomes a file name."),
    DUPLICATE("duplicate", "Looks the same as another", "The same picture may be in the plan twice."),
    FLATTENED("flattened", "Transparency is filled", "The format or the recipe has no transparency."),
    RASTERISED_IN_PART("rasterised-in-part", "Partly pixels", "EPS has no transparency; such parts become pixels."),
    UNTAGGED("untagged", "No colour profile", "It is read as sRGB."),
    SMALLER_THAN_ASKED(
            "smaller-than-asked", "Smaller than asked", "The source has not enough pixels, and nothing is enlarged."),
    SOURCE_CHANGED("source-changed", "File changed", "It is being read again."),
    NO_ALT_TEXT("no-alt-text", "No alternative text", "The channel wants words for those who cannot see the picture."),
    EMPTY_FIELD("empty-field", "Empty field in the name", "The picture does not say what the name asks for."),
    SHAPES_STAY_SHARP("shapes-stay-sharp", "Shapes need no sharpening", "The recipe's sharpening is left out.");

    private static final Map<String, FindingGuide> BY_CODE = new LinkedHashMap<>();

    static {
        for (FindingGuide guide : values()) {
            BY_CODE.put(guide.code, guide);
        }
    }

    private final String code;
    private final String title;
    private final String why;

    FindingGuide(String code, String title, String why) {
        this.code = code;
        this.title = title;
        this.why = why;
    }

    /** Every code that is described. */
    public static List<String> codes() {
        return List.copyOf(BY_CODE.keySet());
    }

    /** A short title for a code; of one that a reader gave, the code in words. */
    public static String title(String code) {
        FindingGuide guide = BY_CODE.get(code);
        return guide != null
                ? guide.title
                : Character.toUpperCase(code.charAt(0)) + code.substring(1).replace('-', ' ');
    }

    /** One sentence why it matters; of what a reader found, that the file itself is so. */
    public static String why(String code) {
        FindingGuide guide = BY_CODE.get(code);
        return guide != null ? guide.why : "Found while the source was read.";
    }

    /** In which order codes are told; those of readers last. */
    public static int order(String code) {
        FindingGuide guide = BY_CODE.get(code);
        return guide != null ? guide.ordinal() : BY_CODE.size();
    }
}
