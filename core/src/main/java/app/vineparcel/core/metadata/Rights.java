package app.vineparcel.core.metadata;

import java.util.Map;
import java.util.Optional;

/**
 * Who made a picture and who may use it how.
 *
 * @param creator who made it
 * @param copyright the rights line
 * @param credit how to name the source in print
 * @param licence the terms of use
 * @param contact where to ask, such as a mail address
 */
public record Rights(
        Optional<String> creator,
        Optional<String> copyright,
        Optional<String> credit,
        Optional<String> licence,
        Optional<String> contact) {

    /** The words under which {@link #with} takes new values. */
    public static final java.util.List<String> FIELDS =
            java.util.List.of("creator", "copyright", "credit", "licence", "contact");

    /** Nothing said. */
    public static final Rights NONE =
            new Rights(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    /** What a picture itself says: in XMP, else IPTC, else EXIF. */
    public static Rights of(CarriedMetadata source) {
        Rights xmp = source.xmp().map(packet -> XmpPacket.read(packet).rights()).orElse(NONE);
        IptcDatasets iptc = source.iptc().map(IptcDatasets::read).orElseGet(IptcDatasets::new);
        return new Rights(
                xmp.creator().or(() -> iptc.text(IptcDatasets.BY_LINE)).or(() -> exif(source, 0x013b)),
                xmp.copyright().or(() -> iptc.text(IptcDatasets.COPYRIGHT)).or(() -> exif(source, 0x8298)),
                xmp.credit().or(() -> iptc.text(IptcDatasets.CREDIT)),
                xmp.licence(),
                xmp.contact().or(() -> iptc.text(IptcDatasets.CONTACT)));
    }

    private static Optional<String> exif(CarriedMetadata source, int tag) {
        return source.exif()
                .flatMap(directory -> directory.field(tag))
                .map(TiffField::text)
                .filter(text -> !text.isEmpty());
    }

    /** The same, with some fields set to other texts. */
    public Rights with(Map<String, String> set) {
        return new Rights(
                chosen(set, "creator", creator),
                chosen(set, "copyright", copyright),
                chosen(set, "credit", credit),
                chosen(set, "licence", licence),
                chosen(set, "contact", contact));
    }

    private static Optional<String> chosen(Map<String, String> set, String field, Optional<String> otherwise) {
        return Optional.ofNullable(set.get(field)).filter(s -> !s.isBlank()).or(() -> otherwise);
    }

    /** Whether nothing is said at all. */
    public boolean isEmpty() {
        return equals(NONE);
    }
}
