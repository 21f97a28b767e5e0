package app.vineparcel.core.codec;

import app.vineparcel.core.Notice;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.TiffDirectory;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.Optional;

/**
 * What a file carries beside its picture, found without decoding it.
 *
 * @param icc the ICC profile's bytes, as they are; they may be broken
 * @param metadata EXIF, IPTC and XMP
 * @param notices what is not as it should be and does not matter for reading it
 */
public record EmbeddedBlocks(Optional<byte[]> icc, CarriedMetadata metadata, List<Notice> notices) {

    /** Blocks about which nothing is to be said. */
    public EmbeddedBlocks(Optional<byte[]> icc, CarriedMetadata metadata) {
        this(icc, metadata, List.of());
    }

    /** Of a file that has no place for any, or none that is read. */
    public static final EmbeddedBlocks NONE = new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE);

    /** A block of more bytes is left alone. */
    public static final int LARGEST = 16_000_000;

    /** An EXIF block; empty if it is none. */
    public static Optional<TiffDirectory> directory(byte[] block) {
        return TiffDirectory.read(ByteBuffer.wrap(block));
    }

    /** What is said of a file that has more frames than one. */
    public static List<Notice> animated(boolean moves) {
        return moves ? List.of(Notice.hint("first-frame", "It is an animation; its first frame is used.")) : List.of();
    }
}
