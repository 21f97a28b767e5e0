package app.vineparcel.core.metadata;

import java.util.Optional;

/**
 * The metadata blocks that a rendition gets.
 *
 * @param exif a whole EXIF block, without a thumbnail
 * @param iptc IPTC-IIM datasets
 * @param xmp an XMP packet as UTF-8
 */
public record WrittenMetadata(Optional<byte[]> exif, Optional<byte[]> iptc, Optional<byte[]> xmp) {

    /** Nothing at all. */
    public static final WrittenMetadata NONE =
            new WrittenMetadata(Optional.empty(), Optional.empty(), Optional.empty());
}
