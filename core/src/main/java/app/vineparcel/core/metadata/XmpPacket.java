package app.vineparcel.core.metadata;

import com.adobe.internal.xmp.XMPConst;
import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPIterator;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import com.adobe.internal.xmp.options.IteratorOptions;
import com.adobe.internal.xmp.options.PropertyOptions;
import com.adobe.internal.xmp.options.SerializeOptions;
import com.adobe.internal.xmp.properties.XMPProperty;
import com.adobe.internal.xmp.properties.XMPPropertyInfo;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** An XMP packet (ISO 16684-1) that is read, changed and written again. */
final class XmpPacket {

    private static final String RIGHTS = "http://ns.adobe.com/xap/1.0/rights/";
    private static final String PHOTO = "http://ns.adobe.com/photoshop/1.0/";
    private static final String IPTC_CORE = "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/";
    private static final String IPTC_EXTENSION = "http://iptc.org/std/Iptc4xmpExt/2008-02-29/";
    private static final String ALT_TEXT = "AltTextAccessibility";
    /** What stands around the properties (7.3.2 and 7.4). */
    private static final String HEADER =
            "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n";

    private static final String TRAILER = "</x:xmpmeta>\n<?xpacket end=\"w\"?>";
    private static final int LARGEST = 1_000_000;
    private static final int DEEPEST = 100;

    private final XMPMeta xmp;

    private XmpPacket(XMPMeta xmp) {
        this.xmp = xmp;
    }

    static XmpPacket empty() {
        return new XmpPacket(XMPMetaFactory.create());
    }

    /** Whether it is small and shallow, without a document type, in whatever encoding. */
    static boolean isPlain(byte[] packet) {
        if (packet.length > LARGEST) {
            return false;
        }
        int depth = 0;
        byte last = 0;
        for (byte letter : packet) {
            if (letter == 0) {
                continue; // the other half of a letter in UTF-16
            }
            if (last == '<') {
                depth += letter == '/' ? -1 : letter == '?' || letter == '!' ? 0 : 1;
            } else if (last == '/' && letter == '>') {
                depth--;
            }
            if (depth > DEEPEST) {
                return false;
            }
            last = letter;
        }
        return !new String(packet, StandardCharsets.ISO_8859_1)
                .replace("\0", "")
                .contains("<!DOCTYPE");
    }

    /** A packet; what is damaged, too large or has a document type counts as empty. */
    static XmpPacket read(byte[] packet) {
        try {
            return !isPlain(packet) ? empty() : new XmpPacket(XMPMetaFactory.parseFromBuffer(packet));
        } catch (XMPException | RuntimeException damaged) {
            return empty();
        }
    }

    Rights rights() {
        return new Rights(
                text(XMPConst.NS_DC, "creator[1]"),
                text(XMPConst.NS_DC, "rights[1]"),
                text(PHOTO, "Credit"),
                text(RIGHTS, "UsageTerms[1]"),
                text(RIGHTS, "WebStatement"));
    }

    /** What the picture shows, in words. */
    Optional<String> altText() {
        return text(IPTC_CORE, ALT_TEXT + "[1]");
    }

    void altText(String words) throws XMPException {
        language(IPTC_CORE, ALT_TEXT, words);
    }

    private Optional<String> text(String namespace, String path) {
        try {
            XMPProperty property = xmp.getProperty(namespace, path);
            return Optional.ofNullable(property).map(XMPProperty::getValue).filter(value -> !value.isBlank());
        } catch (XMPException absent) {
            return Optional.empty();
        }
    }

    /** Writes the rights that are there over whatever the packet says. */
    void set(Rights rights) throws XMPException {
        if (rights.creator().isPresent()) {
            xmp.deleteProperty(XMPConst.NS_DC, "creator");
            PropertyOptions ordered = new PropertyOptions().setArrayOrdered(true);
            xmp.appendArrayItem(
                    XMPConst.NS_DC, "creator", ordered, rights.creator().get(), null);
        }
        if (rights.copyright().isPresent()) {
            language(XMPConst.NS_DC, "rights", rights.copyright().get());
            xmp.setPropertyBoolean(RIGHTS, "Marked", true);
        }
        if (rights.licence().isPresent()) {
            language(RIGHTS, "UsageTerms", rights.licence().get());
        }
        if (rights.credit().isPresent()) {
            xmp.setProperty(PHOTO, "Credit", rights.credit().get());
        }
        if (rights.contact().isPresent()) {
            xmp.setProperty(RIGHTS, "WebStatement", rights.contact().get());
        }
    }

    private void language(String namespace, String name, String text) throws XMPException {
        xmp.deleteProperty(namespace, name);
        xmp.setLocalizedText(namespace, name, "", "x-default", text);
    }

    /** Takes out what was true of the source's file and is not of another: thumbnails, sizes, orientation, colour space. */
    void dropWhatIsOfTheFile() throws XMPException {
        xmp.deleteProperty(XMPConst.NS_XMP, "Thumbnails");
        xmp.deleteProperty(PHOTO, "ICCProfile");
        for (String name : List.of("PixelXDimension", "PixelYDimension", "ColorSpace")) {
            xmp.deleteProperty(XMPConst.NS_EXIF, name);
        }
        for (String name :
                List.of("Orientation", "ImageWidth", "ImageLength", "XResolution", "YResolution", "ResolutionUnit")) {
            xmp.deleteProperty(XMPConst.NS_TIFF, name);
        }
    }

    void dropLocation() throws XMPException {
        List<String> gps = new ArrayList<>();
        XMPIterator properties = xmp.iterator(XMPConst.NS_EXIF, null, new IteratorOptions().setJustChildren(true));
        while (properties.hasNext()) {
            String path = ((XMPPropertyInfo) properties.next()).getPath();
            if (path != null && path.startsWith("exif:GPS")) {
                gps.add(path);
            }
        }
        for (String path : gps) {
            xmp.deleteProperty(XMPConst.NS_EXIF, path);
        }
        for (String name : List.of("City", "State", "Country")) {
            xmp.deleteProperty(PHOTO, name);
        }
        for (String name : List.of("Location", "CountryCode")) {
            xmp.deleteProperty(IPTC_CORE, name);
        }
        for (String name : List.of("LocationCreated", "LocationShown")) {
            xmp.deleteProperty(IPTC_EXTENSION, name);
        }
    }

    /** The packet as UTF-8; empty where it says nothing. */
    Optional<byte[]> toBytes() throws XMPException {
        if (!xmp.iterator().hasNext()) {
            return Optional.empty();
        }
        // the library would name its version, and read the manifest of every jar to know it
        SerializeOptions options = new SerializeOptions()
                .setUseCompactFormat(true)
                .setOmitPacketWrapper(true)
                .setOmitXmpMetaElement(true);
        String rdf = XMPMetaFactory.serializeToString(xmp, options);
        return Optional.of((HEADER + rdf + TRAILER).getBytes(StandardCharsets.UTF_8));
    }
}
