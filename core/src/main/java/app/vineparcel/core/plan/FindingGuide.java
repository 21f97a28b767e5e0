package app.vineparcel.core.plan;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What people are told of each kind of finding: a title, and one sentence why it matters. The codes are stable; docs/preflight.md lists them with their thresholds. */
public enum FindingGuide {
    SOURCE_MISSING("source-missing", "File is missing", "A missing file cannot be rendered."),
    DESTINATION_CLOSED("destination-closed", "Destination is not writable", "Nothing could be delivered."),
    DESTINATION_FULL("destination-full", "Not enough space at the destination", "The run would stop half-way."),
    SAME_PATH(
            "same-path", "Duplicate file name", "Two renditions would have the same path; only the first is rendered."),
    BAD_TEMPLATE("bad-template", "Unusable name", "The name or folder in the recipe does not make a file name."),
    LONG_PATH("long-path", "Long path", "Some systems cannot open files with such long folders and names."),
    NO_PROFILE("no-profile", "Profile is missing", "The recipe uses a colour profile that has not been imported."),
    PROFILE_READS_ONLY("profile-reads-only", "Input profile", "Colours cannot be converted to it."),
    NO_MARK("no-mark", "Watermark is missing", "The recipe uses a watermark that has not been imported."),
    NO_ENCODER("no-encoder", "Encoder is missing", "The program that writes this format is not installed."),
    INKS_IN_FORMAT("inks-in-format", "No CMYK in this format", "The recipe asks for CMYK in a format without it."),
    INKS_AS_THEY_STAND(
            "inks-as-they-stand",
            "CMYK cannot be changed",
            "CMYK kept as in the source can be neither sharpened nor watermarked."),
    NO_SHAPES("no-shapes", "Not a vector piece", "The format is for vector shapes, and the piece is a picture."),
    MARK_ON_SHAPES("mark-on-shapes", "Watermark on vector shapes", "Vector shapes cannot carry a watermark."),
    TOO_LARGE("too-large", "Too large for the format", "The format has a largest size."),
    HAS_LOCATION("has-location", "Contains location", "This channel does not allow it."),
    LIMIT_UNREACHABLE(
            "limit-unreachable",
            "File size limit cannot be met",
            "Even at the lowest quality the file would be too large."),
    LOST_ON_MATTE(
            "lost-on-matte",
            "Lost on the matte",
            "Artwork in nearly the matte's colour disappears where transparency is filled."),
    FORMAT_NOT_UNDERSTOOD(
            "format-not-understood", "Format not understood", "Whoever gets this channel's files cannot open it."),
    COPY_OF_WHOLE("copy-of-whole", "Copy of the whole file", "A file can be copied only as a whole."),
    COPY_KEEPS_METADATA(
            "copy-keeps-metadata",
            "Metadata stay in the copy",
            "The recipe leaves metadata out, which a copy of this kind of file cannot."),
    OUT_OF_GAMUT("out-of-gamut", "Out of gamut", "The profile cannot reproduce these colours; they become duller."),
    BANDING("banding", "Banding", "Smooth gradients break into bands in a small palette."),
    CROP_CUTS_SUBJECT("crop-cuts-subject", "Crop cuts the subject", "Much of what draws the eye is outside the crop."),
    MARK_TOO_LARGE("mark-too-large", "Watermark is too large", "It would be cut off at the edges."),
    MARK_TOO_SMALL("mark-too-small", "Watermark is too small", "It would be unreadable."),
    MARK_LOW_CONTRAST(
            "mark-low-contrast", "Watermark barely visible", "It is nearly as light as the picture below it."),
    ENLARGED("enlarged", "Enlarged", "The source has fewer pixels than the recipe asks for; it will look soft."),
    SOFT("soft", "Soft", "The picture has no detail at this size: it is out of focus, or was already enlarged."),
    HELPER_IN("helper-in", "Helper layer", "A layer that looks like a cutting line or guide would be visible."),
    NO_RIGHTS("no-rights", "No creator or licence", "The channel requires rights information."),
    BROKEN_PROFILE("broken-profile", "Profile is damaged", "The colours are read as sRGB, which may be wrong."),
    NO_PLACE_FOR_PROFILE(
            "no-place-for-profile", "No profile in this format", "Colours other than sRGB will look wrong."),
    GENERIC_NAME("generic-name", "Generic name", "A default name from a camera or program would become a file name."),
    DUPLICATE("duplicate", "Looks the same as another", "The same picture may be in the plan twice."),
    FLATTENED("flattened", "Transparency filled", "The format or the recipe does not keep transparency."),
    RASTERISED_IN_PART(
            "rasterised-in-part", "Partly rasterised", "EPS has no transparency; affected parts become pixels."),
    UNTAGGED("untagged", "No colour profile", "It is read as sRGB."),
    SMALLER_THAN_ASKED(
            "smaller-than-asked",
            "Smaller than requested",
            "The source does not have enough pixels, and the recipe does not enlarge."),
    SOURCE_CHANGED("source-changed", "File changed", "It is being read again."),
    NO_ALT_TEXT(
            "no-alt-text", "No alternative text", "The channel requires text for people who cannot see the picture."),
    EMPTY_FIELD("empty-field", "Empty field in the name", "The picture has no value for a field of the name."),
    SHAPES_STAY_SHARP(
            "shapes-stay-sharp",
            "No sharpening for shapes",
            "Vector shapes are sharp at any size; the clause is skipped.");

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
        return guide != null ? guide.why : "Found while reading the source.";
    }

    /** In which order codes are told; those of readers last. */
    public static int order(String code) {
        FindingGuide guide = BY_CODE.get(code);
        return guide != null ? guide.ordinal() : BY_CODE.size();
    }
}
