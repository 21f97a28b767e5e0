package app.vineparcel.core.metadata;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.GpsDirectory;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** Looks whether a finished file says where its picture was taken: in EXIF, IPTC-IIM or XMP. */
public final class LocationCheck {

    private static final List<Integer> IPTC_PLACES = List.of(
            IptcDirectory.TAG_CITY,
            IptcDirectory.TAG_SUB_LOCATION,
            IptcDirectory.TAG_PROVINCE_OR_STATE,
            IptcDirectory.TAG_COUNTRY_OR_PRIMARY_LOCATION_CODE,
            IptcDirectory.TAG_COUNTRY_OR_PRIMARY_LOCATION_NAME);
    private static final Pattern XMP_PLACES = Pattern.compile(
            "exif:GPS.*|photoshop:(City|State|Country)|Iptc4xmpCore:(Location|CountryCode)|Iptc4xmpExt:Location(Created|Shown).*");

    private LocationCheck() {}

    /** Whether it does. A kind of file whose metadata cannot be read, such as SVG, is never given any. */
    public static boolean finds(Path file) {
        try {
            Metadata metadata = ImageMetadataReader.readMetadata(file.toFile());
            return holds(metadata, GpsDirectory.class, List.of(GpsDirectory.TAG_LATITUDE, GpsDirectory.TAG_LONGITUDE))
                    || holds(metadata, IptcDirectory.class, IPTC_PLACES)
                    || metadata.getDirectoriesOfType(XmpDirectory.class).stream()
                            .flatMap(xmp -> xmp.getXmpProperties().keySet().stream())
                            .anyMatch(name -> XMP_PLACES.matcher(name).matches());
        } catch (ImageProcessingException | IOException noPicture) {
            return false;
        }
    }

    private static boolean holds(Metadata metadata, Class<? extends Directory> kind, List<Integer> tags) {
        return metadata.getDirectoriesOfType(kind).stream()
                .anyMatch(directory -> tags.stream().anyMatch(directory::containsTag));
    }
}
