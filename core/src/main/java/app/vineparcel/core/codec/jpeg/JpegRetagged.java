package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A JPEG with other metadata and the same data: not one of its pixels is packed anew. */
public final class JpegRetagged {

    /** How rows lie, and pixels an inch: they are true of the data, which stay. */
    private static final List<Integer> OF_THE_DATA = List.of(0x0112, 0x011a, 0x011b, 0x0128);

    private JpegRetagged() {}

    /**
     * The file with these metadata; its profile stays as it is.
     *
     * @param jpeg without metadata
     * @param said what the file said before, of which goes on being said what is true of its data
     */
    public static byte[] of(byte[] jpeg, FileTags tags, Optional<TiffDirectory> said) throws IOException {
        List<JpegSegments.Segment> kept = JpegSegments.read(new ByteArrayInputStream(jpeg)).all().stream()
                .filter(segment -> segment.marker() == JpegSegments.APP0
                        || segment.marker() == JpegSegments.APP2
                        || segment.marker() == JpegSegments.APP14)
                .toList();
        List<JpegSegments.Segment> segments = new ArrayList<>(kept.stream()
                .filter(segment -> segment.marker() == JpegSegments.APP0)
                .toList());
        TiffDirectory exif = tags.exif()
                .flatMap(block -> TiffDirectory.read(ByteBuffer.wrap(block)))
                .orElseGet(TiffDirectory::new);
        boolean any = tags.exif().isPresent();
        for (int tag : OF_THE_DATA) {
            Optional<TiffField> field = said.map(directory -> directory.fields().get(tag));
            field.ifPresent(known -> exif.put(tag, known));
            any |= field.isPresent();
        }
        segments.addAll(JpegWriter.metadata(new FileTags(
                false, tags.ppi(), any ? Optional.of(exif.toBlock()) : Optional.empty(), tags.iptc(), tags.xmp())));
        kept.stream().filter(segment -> segment.marker() != JpegSegments.APP0).forEach(segments::add);
        return JpegSegments.withSegments(jpeg, segments);
    }
}
