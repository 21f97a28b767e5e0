package app.vineparcel.core.testing;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** What cameras and archives write into files. */
public final class Photographs {

    private static final int ORIENTATION = 0x0112;
    private static final int ARTIST = 0x013b;
    private static final int LATITUDE_REFERENCE = 1;
    private static final int LATITUDE = 2;

    private Photographs() {}

    /** An XMP packet with one property of the photo-shop, EXIF or IPTC core schema. */
    public static byte[] packet(String property) {
        return """
                <?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?>
                <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
                <rdf:Description rdf:about="" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/"
                 xmlns:exif="http://ns.adobe.com/exif/1.0/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"
                 %s="Larkfield"/></rdf:RDF></x:xmpmeta>
                <?xpacket end="w"?>"""
                .formatted(property)
                .getBytes(StandardCharsets.UTF_8);
    }

    /** A creator and a place in EXIF, a city in XMP, the profile, and a way up. */
    public static FileTags talkative(int orientation) {
        TiffDirectory exif = new TiffDirectory()
                .put(ORIENTATION, TiffField.shorts(orientation))
                .put(ARTIST, TiffField.ascii("I. Fenwright"));
        exif.belowOrNew(TiffDirectory.GPS)
                .put(LATITUDE_REFERENCE, TiffField.ascii("N"))
                .put(LATITUDE, TiffField.rational(51));
        return new FileTags(
                true, 72, Optional.of(exif.toBlock()), Optional.empty(), Optional.of(packet("photoshop:City")));
    }
}
