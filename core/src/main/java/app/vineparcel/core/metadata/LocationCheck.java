package app.vineparcel.core.metadata;

import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.GpsDirectory;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Looks whether a picture says where it was taken: in EXIF, IPTC-IIM or XMP. */
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

    /** Whether any of what a picture carries does. */
    public static boolean finds(List<CarriedMetadata> carried) {
        return carried.stream().anyMatch(block -> finds(MetadataReader.parsed(block)));
    }

    /** Whether an XMP packet, as UTF-8, does. */
    public static boolean findsInXmp(byte[] packet) {
        return finds(List.of(new CarriedMetadata(Optional.empty(), Optional.empty(), Optional.of(packet))));
    }

    static boolean finds(Metadata metadata) {
        return holds(metadata, GpsDirectory.class, List.of(GpsDirectory.TAG_LATITUDE, GpsDirectory.TAG_LONGITUDE))
                || holds(metadata, IptcDirectory.class, IPTC_PLACES)
                || metadata.getDirectoriesOfType(XmpDirectory.class).stream()
                        .flatMap(xmp -> xmp.getXmpProperties().keySet().stream())
                        .anyMatch(name -> XMP_PLACES.matcher(name).matches());
    }

    private static boolean holds(Metadata metadata, Class<? extends Directory> kind, List<Integer> tags) {
        return metadata.getDirectoriesOfType(kind).stream()
                .anyMatch(directory -> tags.stream().anyMatch(directory::containsTag));
    }
}
