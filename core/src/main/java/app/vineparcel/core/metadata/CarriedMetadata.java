package app.vineparcel.core.metadata;

import java.util.Optional;

/**
 * The metadata blocks of a file, as they stand in it; each may be damaged.
 *
 * @param exif the first directory of its EXIF block, or of the file itself where it is a TIFF
 * @param iptc IPTC-IIM datasets
 * @param xmp an XMP packet
 */
public record CarriedMetadata(Optional<TiffDirectory> exif, Optional<byte[]> iptc, Optional<byte[]> xmp) {

    /** A file that carries none. */
    public static final CarriedMetadata NONE =
            new CarriedMetadata(Optional.empty(), Optional.empty(), Optional.empty());
}
