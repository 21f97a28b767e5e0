package app.vineparcel.core.metadata;

import app.vineparcel.core.geometry.PixelSize;
import com.adobe.internal.xmp.XMPException;
import java.util.Collections;
import java.util.Comparator;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Chooses what a rendition says of itself, and writes it so that EXIF, IPTC and XMP agree. Whatever is kept, the orientation is upright, sizes,
 * resolution and colour space are those of the rendition, and there is no thumbnail that could show what was cropped away.
 *
 * @param keep what is taken over from the source
 * @param dropLocation whether the place is left out even so
 * @param set rights that get other texts, by the words of {@link Rights#FIELDS}
 */
public record MetadataPolicy(Keep keep, boolean dropLocation, Map<String, String> set) {

    /** What is taken over from the source. */
    public enum Keep {
        /** Everything that is still true. */
        ALL,
        /** Creator, copyright, credit, licence and contact. */
        RIGHTS,
        /** Nothing. */
        NONE;

        /** As in a recipe file. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** The source's rights and nothing else. */
    public static final MetadataPolicy USUAL = new MetadataPolicy(Keep.RIGHTS, true, Map.of());

    public MetadataPolicy {
        set = Collections.unmodifiableMap(new TreeMap<>(set));
    }

    /** Whether it leaves everything in and changes nothing, but for the place. */
    public boolean keepsAll() {
        return keep == Keep.ALL && set.isEmpty();
    }

    /** What fits into one segment of a JPEG with room for its name. */
    private static final int MOST_BYTES = 65_000;

    private static final int ORIENTATION = 0x0112;
    private static final int X_RESOLUTION = 0x011a;
    private static final int Y_RESOLUTION = 0x011b;
    private static final int RESOLUTION_UNIT = 0x0128;
    private static final int ARTIST = 0x013b;
    private static final int COPYRIGHT = 0x8298;
    private static final int EXIF_VERSION = 0x9000;
    private static final int COLOUR_SPACE = 0xa001;
    private static final int PIXELS_ACROSS = 0xa002;
    private static final int PIXELS_DOWN = 0xa003;
    private static final int INCHES = 2;
    private static final int SRGB = 1;
    private static final int UNCALIBRATED = 0xffff;

    /** How the source's file is items out, or blocks that are written by themselves. */
    private static final Set<Integer> OF_THE_FILE = Set.of(
            0x00fe, 0x00ff, 0x0100, 0x0101, 0x0102, 0x0103, 0x0106, 0x010a, 0x0111, 0x0115, 0x0116, 0x0117, 0x0118,
            0x0119, 0x011c, 0x0120, 0x0121, 0x0122, 0x0123, 0x0124, 0x0125, 0x012d, 0x013d, 0x013e, 0x013f, 0x0140,
            0x0141, 0x0142, 0x0143, 0x0144, 0x0145, 0x014a, 0x014c, 0x0152, 0x0153, 0x015b, 0x0201, 0x0202, 0x0211,
            0x0212, 0x0213, 0x0214, 0x02bc, 0x83bb, 0x8649, 0x8773, 0x935c);

    /** The maker's note: its offsets hold only in the file it came from, and it may hide a preview. */
    private static final int MAKER_NOTE = 0x927c;

    /**
     * What a rendition is.
     *
     * @param size in px
     * @param ppi px per inch
     * @param srgb whether its colours are sRGB
     * @param altText what somebody wrote for those who cannot see it; goes in whatever is kept
     */
    public record Facts(PixelSize size, int ppi, boolean srgb, Optional<String> altText) {

        /** Nobody wrote anything. */
        public Facts(PixelSize size, int ppi, boolean srgb) {
            this(size, ppi, srgb, Optional.empty());
        }
    }

    /** Whether pictures inside a document that is carried over may go on saying all they say of themselves. */
    public boolean leavesCarried() {
        return keep == Keep.ALL && !dropLocation;
    }

    /** The blocks of a rendition. */
    public WrittenMetadata write(CarriedMetadata source, Facts rendition) {
        Rights rights = (keep == Keep.NONE ? Rights.NONE : Rights.of(source)).with(set);
        Optional<String> altText = rendition
                .altText()
                .or(() -> keep == Keep.NONE
                        ? Optional.empty()
                        : source.xmp().flatMap(packet -> XmpPacket.read(packet).altText()));
        if (keep == Keep.NONE && rights.isEmpty() && altText.isEmpty()) {
            return WrittenMetadata.NONE;
        }
        return new WrittenMetadata(
                Optional.of(small(exif(source, rights, rendition)).toBlock()),
                iptc(source, rights).filter(block -> block.length <= MOST_BYTES),
                xmp(source, rights, altText, keep == Keep.ALL)
                        .filter(packet -> packet.length <= MOST_BYTES)
                        .or(() -> xmp(source, rights, altText, false)));
    }

    /** Leaves out the longest fields until the block fits into every format. */
    private static TiffDirectory small(TiffDirectory root) {
        while (root.toBlock().length > MOST_BYTES) {
            TiffDirectory details = root.belowOrNew(TiffDirectory.EXIF);
            TiffDirectory longest = longest(root) > longest(details) ? root : details;
            int tag = longest.fields().entrySet().stream()
                    .max(Comparator.comparingInt(entry -> entry.getValue().data().length))
                    .orElseThrow()
                    .getKey();
            longest.fields().remove(tag);
        }
        return root;
    }

    private static int longest(TiffDirectory directory) {
        return directory.fields().values().stream()
                .mapToInt(field -> field.data().length)
                .max()
                .orElse(0);
    }

    private TiffDirectory exif(CarriedMetadata source, Rights rights, Facts rendition) {
        TiffDirectory root = new TiffDirectory();
        if (keep == Keep.ALL && source.exif().isPresent()) {
            TiffDirectory kept = source.exif().get();
            copy(kept, root, OF_THE_FILE);
            kept.below(TiffDirectory.EXIF)
                    .ifPresent(details -> copy(details, root.belowOrNew(TiffDirectory.EXIF), Set.of(MAKER_NOTE)));
            if (!dropLocation) {
                kept.below(TiffDirectory.GPS)
                        .ifPresent(place -> copy(place, root.belowOrNew(TiffDirectory.GPS), Set.of()));
            }
        }
        root.put(ORIENTATION, TiffField.shorts(1))
                .put(X_RESOLUTION, TiffField.rational(rendition.ppi()))
                .put(Y_RESOLUTION, TiffField.rational(rendition.ppi()))
                .put(RESOLUTION_UNIT, TiffField.shorts(INCHES));
        rights.creator().ifPresent(text -> root.put(ARTIST, TiffField.ascii(text)));
        rights.copyright().ifPresent(text -> root.put(COPYRIGHT, TiffField.ascii(text)));
        root.belowOrNew(TiffDirectory.EXIF)
                .put(EXIF_VERSION, TiffField.undefined(new byte[] {'0', '2', '3', '2'}))
                .put(COLOUR_SPACE, TiffField.shorts(rendition.srgb() ? SRGB : UNCALIBRATED))
                .put(PIXELS_ACROSS, TiffField.longs(rendition.size().width()))
                .put(PIXELS_DOWN, TiffField.longs(rendition.size().height()));
        return root;
    }

    private static void copy(TiffDirectory from, TiffDirectory to, Set<Integer> without) {
        from.fields().forEach((tag, field) -> {
            if (!without.contains(tag)) {
                to.put(tag, field);
            }
        });
    }

    private Optional<byte[]> iptc(CarriedMetadata source, Rights rights) {
        IptcDatasets datasets = keep == Keep.ALL && source.iptc().isPresent()
                ? IptcDatasets.read(source.iptc().get())
                : new IptcDatasets();
        if (dropLocation) {
            datasets.dropLocation();
        }
        datasets.set(IptcDatasets.BY_LINE, rights.creator());
        datasets.set(IptcDatasets.COPYRIGHT, rights.copyright());
        datasets.set(IptcDatasets.CREDIT, rights.credit());
        datasets.set(IptcDatasets.CONTACT, rights.contact());
        return datasets.toBytes();
    }

    private Optional<byte[]> xmp(CarriedMetadata source, Rights rights, Optional<String> altText, boolean everything) {
        XmpPacket packet = everything && source.xmp().isPresent()
                ? XmpPacket.read(source.xmp().get())
                : XmpPacket.empty();
        try {
            packet.dropWhatIsOfTheFile();
            if (dropLocation) {
                packet.dropLocation();
            }
            packet.set(rights);
            if (altText.isPresent()) {
                packet.altText(altText.get());
            }
            return packet.toBytes();
        } catch (XMPException e) {
            throw new IllegalStateException("changing XMP in memory", e);
        }
    }
}
