package app.vineparcel.core.metadata;

import app.vineparcel.core.geometry.Orientation;
import com.drew.lang.ByteArrayReader;
import com.drew.lang.SequentialByteArrayReader;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.ExifReader;
import com.drew.metadata.exif.ExifSubIFDDirectory;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.iptc.IptcReader;
import com.drew.metadata.xmp.XmpDirectory;
import com.drew.metadata.xmp.XmpReader;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads {@link PhotoFacts} from the metadata that a picture carries. Damaged metadata counts as none: it never stops a picture. The library gets to
 * see single blocks of bounded size only, never the file around them.
 */
public final class MetadataReader {

    private static final DateTimeFormatter EXIF_TIME = DateTimeFormatter.ofPattern("yyyy:MM:dd HH:mm:ss");

    private static final int LARGEST_FIELD = 64_000;
    private static final int LARGEST_BLOCK = 1_000_000;

    private MetadataReader() {}

    /** The facts in what a picture carries. */
    public static PhotoFacts read(CarriedMetadata carried) {
        try {
            return facts(parsed(carried));
        } catch (RuntimeException unreadable) {
            return PhotoFacts.NONE;
        }
    }

    /** What the blocks say, as the library holds it. */
    static Metadata parsed(CarriedMetadata carried) {
        Metadata metadata = new Metadata();
        carried.exif().ifPresent(directory -> new ExifReader()
                .extract(
                        new ByteArrayReader(
                                directory.withFieldsUpTo(LARGEST_FIELD).toBlock()),
                        metadata));
        carried.iptc().filter(block -> block.length <= LARGEST_BLOCK).ifPresent(block -> new IptcReader()
                .extract(new SequentialByteArrayReader(block), metadata, block.length));
        carried.xmp().filter(XmpPacket::isPlain).ifPresent(packet -> new XmpReader().extract(packet, metadata));
        return metadata;
    }

    private static PhotoFacts facts(Metadata metadata) {
        Optional<ExifIFD0Directory> main = first(metadata, ExifIFD0Directory.class);
        Optional<ExifSubIFDDirectory> details = first(metadata, ExifSubIFDDirectory.class);
        Integer orientation =
                main.map(d -> d.getInteger(ExifIFD0Directory.TAG_ORIENTATION)).orElseGet(() -> ofXmp(metadata));
        return new PhotoFacts(
                Orientation.ofExif(orientation == null ? 1 : orientation),
                text(details, ExifSubIFDDirectory.TAG_DATETIME_ORIGINAL).flatMap(MetadataReader::time),
                camera(text(main, ExifIFD0Directory.TAG_MAKE), text(main, ExifIFD0Directory.TAG_MODEL)),
                text(details, ExifSubIFDDirectory.TAG_LENS_MODEL),
                rights(metadata, main),
                LocationCheck.finds(metadata),
                xmp(metadata, "Iptc4xmpCore:AltTextAccessibility[1]"));
    }

    /** Some programs turn a picture by a word in XMP alone (XMP specification part 2, tiff:Orientation). */
    private static @Nullable Integer ofXmp(Metadata metadata) {
        return xmp(metadata, "tiff:Orientation")
                .filter(text -> text.matches("[1-8]"))
                .map(Integer::valueOf)
                .orElse(null);
    }

    private static Rights rights(Metadata metadata, Optional<ExifIFD0Directory> main) {
        Optional<IptcDirectory> iptc = first(metadata, IptcDirectory.class);
        return new Rights(
                text(main, ExifIFD0Directory.TAG_ARTIST)
                        .or(() -> xmp(metadata, "dc:creator[1]"))
                        .or(() -> text(iptc, IptcDirectory.TAG_BY_LINE)),
                text(main, ExifIFD0Directory.TAG_COPYRIGHT)
                        .or(() -> xmp(metadata, "dc:rights[1]"))
                        .or(() -> text(iptc, IptcDirectory.TAG_COPYRIGHT_NOTICE)),
                xmp(metadata, "photoshop:Credit").or(() -> text(iptc, IptcDirectory.TAG_CREDIT)),
                xmp(metadata, "xmpRights:UsageTerms[1]"),
                xmp(metadata, "xmpRights:WebStatement").or(() -> text(iptc, IptcDirectory.TAG_CONTACT)));
    }

    private static Optional<String> camera(Optional<String> make, Optional<String> model) {
        if (make.isPresent() && model.isPresent() && !model.get().startsWith(make.get())) {
            return Optional.of(make.get() + " " + model.get());
        }
        return model.or(() -> make);
    }

    private static Optional<LocalDateTime> time(String exif) {
        try {
            return Optional.of(LocalDateTime.parse(exif, EXIF_TIME));
        } catch (DateTimeException unreadable) {
            return Optional.empty();
        }
    }

    private static Optional<String> text(Optional<? extends Directory> directory, int tag) {
        return directory.map(d -> d.getString(tag)).map(String::strip).filter(s -> !s.isEmpty());
    }

    private static Optional<String> xmp(Metadata metadata, String path) {
        return first(metadata, XmpDirectory.class)
                .map(d -> d.getXmpProperties().get(path))
                .filter(s -> !s.isBlank());
    }

    private static <T extends Directory> Optional<T> first(Metadata metadata, Class<T> kind) {
        return Stream.ofNullable(metadata.getFirstDirectoryOfType(kind)).findFirst();
    }
}
