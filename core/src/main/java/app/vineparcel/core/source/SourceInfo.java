package app.vineparcel.core.source;

import app.vineparcel.core.codec.PictureFormat;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import java.util.Optional;

/**
 * What is known of a source before its pixels are read.
 *
 * @param fileName with its ending
 * @param bytes the file's size
 * @param format by content, not by name
 * @param size upright, px
 * @param profile the embedded profile, where there is a sound one
 * @param profileFault why an embedded profile cannot be used; it is then taken for none
 * @param facts what the picture says of itself
 */
public record SourceInfo(
        String fileName,
        long bytes,
        PictureFormat format,
        PixelSize size,
        Optional<IccProfile> profile,
        Optional<String> profileFault,
        PhotoFacts facts) {

    /** The file's name without its ending. */
    public String stem() {
        int dot = fileName.lastIndexOf('.');
        return dot > 0 ? fileName.substring(0, dot) : fileName;
    }

    /** The profile's name as people know it; a picture without one counts as sRGB. */
    public String profileTitle() {
        return profile.map(IccProfile::title).orElse("untagged");
    }
}
