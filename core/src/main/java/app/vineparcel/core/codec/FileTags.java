package app.vineparcel.core.codec;

import java.util.Optional;

/**
 * What a file carries besides its pixels.
 *
 * @param embedProfile whether the picture's ICC profile goes into the file
 * @param ppi resolution, px per inch
 * @param exif an EXIF block as TIFF bytes, without the leading {@code Exif\0\0}
 * @param iptc IPTC-IIM datasets; only JPEG and TIFF have a place for them
 * @param xmp an XMP packet as UTF-8
 */
public record FileTags(
        boolean embedProfile, int ppi, Optional<byte[]> exif, Optional<byte[]> iptc, Optional<byte[]> xmp) {

    /** Nothing but a resolution. */
    public static FileTags plain(int ppi) {
        return new FileTags(false, ppi, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** The profile and a resolution. */
    public static FileTags profiled(int ppi) {
        return new FileTags(true, ppi, Optional.empty(), Optional.empty(), Optional.empty());
    }
}
