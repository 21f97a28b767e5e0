package app.vineparcel.core.metadata;

import com.adobe.internal.xmp.XMPConst;
import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import com.adobe.internal.xmp.options.PropertyOptions;
import com.adobe.internal.xmp.options.SerializeOptions;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import org.apache.commons.imaging.common.RationalNumber;
import org.apache.commons.imaging.formats.tiff.constants.TiffTagConstants;
import org.apache.commons.imaging.formats.tiff.taginfos.TagInfoAscii;
import org.apache.commons.imaging.formats.tiff.write.TiffImageWriterLossy;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputDirectory;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputSet;

/** Writes {@link Rights} as the blocks that picture files carry: EXIF (as TIFF bytes) and XMP (as UTF-8). */
public final class RightsBlocks {

    private static final String RIGHTS_NS = "http://ns.adobe.com/xap/1.0/rights/";
    private static final String PHOTO_NS = "http://ns.adobe.com/photoshop/1.0/";

    private RightsBlocks() {}

    /** EXIF with artist, copyright and resolution (px per inch); empty where there are no rights to tell. */
    public static Optional<byte[]> exif(Rights rights, int ppi) {
        if (rights.creator().isEmpty() && rights.copyright().isEmpty()) {
            return Optional.empty();
        }
        try {
            TiffOutputSet set = new TiffOutputSet();
            TiffOutputDirectory root = set.getOrCreateRootDirectory();
            root.add(TiffTagConstants.TIFF_TAG_ORIENTATION, (short) 1);
            root.add(TiffTagConstants.TIFF_TAG_XRESOLUTION, new RationalNumber(ppi, 1));
            root.add(TiffTagConstants.TIFF_TAG_YRESOLUTION, new RationalNumber(ppi, 1));
            root.add(TiffTagConstants.TIFF_TAG_RESOLUTION_UNIT, (short) TiffTagConstants.RESOLUTION_UNIT_VALUE_INCHES);
            add(root, TiffTagConstants.TIFF_TAG_ARTIST, rights.creator());
            add(root, TiffTagConstants.TIFF_TAG_COPYRIGHT, rights.copyright());
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            new TiffImageWriterLossy().write(bytes, set);
            return Optional.of(bytes.toByteArray());
        } catch (IOException e) {
            throw new IllegalStateException("writing EXIF to memory", e);
        }
    }

    private static void add(TiffOutputDirectory directory, TagInfoAscii tag, Optional<String> text) throws IOException {
        if (text.isPresent()) {
            directory.add(tag, text.get());
        }
    }

    /** An XMP packet; empty where there is nothing to say. */
    public static Optional<byte[]> xmp(Rights rights) {
        if (rights.isEmpty()) {
            return Optional.empty();
        }
        try {
            XMPMeta xmp = XMPMetaFactory.create();
            if (rights.creator().isPresent()) {
                PropertyOptions ordered = new PropertyOptions().setArrayOrdered(true);
                xmp.appendArrayItem(
                        XMPConst.NS_DC, "creator", ordered, rights.creator().get(), null);
            }
            if (rights.copyright().isPresent()) {
                xmp.setLocalizedText(
                        XMPConst.NS_DC,
                        "rights",
                        "",
                        "x-default",
                        rights.copyright().get());
                xmp.setPropertyBoolean(RIGHTS_NS, "Marked", true);
            }
            if (rights.licence().isPresent()) {
                xmp.setLocalizedText(
                        RIGHTS_NS,
                        "UsageTerms",
                        "",
                        "x-default",
                        rights.licence().get());
            }
            if (rights.credit().isPresent()) {
                xmp.setProperty(PHOTO_NS, "Credit", rights.credit().get());
            }
            if (rights.contact().isPresent()) {
                xmp.setProperty(RIGHTS_NS, "WebStatement", rights.contact().get());
            }
            SerializeOptions options = new SerializeOptions()
                    .setUseCompactFormat(true)
                    .setOmitPacketWrapper(false)
                    .setPadding(0);
            return Optional.of(XMPMetaFactory.serializeToBuffer(xmp, options));
        } catch (XMPException e) {
            throw new IllegalStateException("writing XMP to memory", e);
        }
    }
}
