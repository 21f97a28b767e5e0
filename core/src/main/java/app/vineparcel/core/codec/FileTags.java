package app.vineparcel.core.codec;

import app.vineparcel.core.colour.IccProfile;
import java.util.Optional;

/**
 * What a file carries besides its pixels.
 *
 * @param profile the ICC profile to embed
 * @param ppi resolution, px per inch
 * @param exif an EXIF block as TIFF bytes, without the leading {@code Exif\0\0}
 * @param xmp an XMP packet as UTF-8
 */
public record FileTags(Optional<IccProfile> profile, int ppi, Optional<byte[]> exif, Optional<byte[]> xmp) {

    /** Nothing but a resolution. */
    public static FileTags plain(int ppi) {
        return new FileTags(Optional.empty(), ppi, Optional.empty(), Optional.empty());
    }
}
