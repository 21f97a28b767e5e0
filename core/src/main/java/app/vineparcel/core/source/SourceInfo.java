package app.vineparcel.core.source;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import java.util.List;
import java.util.Optional;

/**
 * What is known of a source without its pixels; plain values, so that a database can keep them.
 *
 * @param fileName with its ending
 * @param bytes the file's size
 * @param format by content, not by name
 * @param size upright, px
 * @param profileTitle the name of a sound embedded profile
 * @param profileModel what a sound embedded profile is for
 * @param profileFault why an embedded profile cannot be used; it is then taken for none
 * @param facts what the picture says of itself
 * @param notices what reading it found
 */
public record SourceInfo(
        String fileName,
        long bytes,
        SourceFormat format,
        PixelSize size,
        Optional<String> profileTitle,
        Optional<ColourModel> profileModel,
        Optional<String> profileFault,
        PhotoFacts facts,
        List<Notice> notices) {

    public SourceInfo {
        notices = List.copyOf(notices);
    }

    /** The same with something found in it. */
    public SourceInfo with(List<Notice> found) {
        return new SourceInfo(fileName, bytes, format, size, profileTitle, profileModel, profileFault, facts, found);
    }

    /** The same for a piece of another size. */
    public SourceInfo sized(PixelSize other) {
        return new SourceInfo(fileName, bytes, format, other, profileTitle, profileModel, profileFault, facts, notices);
    }

    /** The file's name without its ending. */
    public String stem() {
        int dot = fileName.lastIndexOf('.');
        return dot > 0 ? fileName.substring(0, dot) : fileName;
    }
}
