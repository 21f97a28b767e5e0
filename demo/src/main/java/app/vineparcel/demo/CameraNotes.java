package app.vineparcel.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import org.apache.commons.imaging.common.RationalNumber;
import org.apache.commons.imaging.formats.tiff.constants.ExifTagConstants;
import org.apache.commons.imaging.formats.tiff.constants.TiffTagConstants;
import org.apache.commons.imaging.formats.tiff.write.TiffImageWriterLossy;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputDirectory;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputSet;

/**
 * What a camera writes beside a picture. Camera, lens and people are made up.
 *
 * @param orientation the EXIF value, 1 to 8
 * @param taken when
 * @param place latitude and longitude in degrees, where the camera knew it
 */
record CameraNotes(int orientation, LocalDateTime taken, Optional<double[]> place) {

    private static final DateTimeFormatter EXIF_TIME = DateTimeFormatter.ofPattern("yyyy:MM:dd HH:mm:ss");

    /** The EXIF block. */
    byte[] exif() {
        try {
            TiffOutputSet set = new TiffOutputSet();
            TiffOutputDirectory root = set.getOrCreateRootDirectory();
            root.add(TiffTagConstants.TIFF_TAG_MAKE, "Larkfield");
            root.add(TiffTagConstants.TIFF_TAG_MODEL, "Larkfield M2");
            root.add(TiffTagConstants.TIFF_TAG_ORIENTATION, (short) orientation);
            root.add(TiffTagConstants.TIFF_TAG_ARTIST, "Ida Fennel");
            root.add(TiffTagConstants.TIFF_TAG_COPYRIGHT, "(c) 2026 Harrow Lane Growers");
            root.add(TiffTagConstants.TIFF_TAG_DATE_TIME, taken.format(EXIF_TIME));
            TiffOutputDirectory details = set.getOrCreateExifDirectory();
            details.add(ExifTagConstants.EXIF_TAG_DATE_TIME_ORIGINAL, taken.format(EXIF_TIME));
            details.add(ExifTagConstants.EXIF_TAG_LENS_MODEL, "Larkfield 35 mm f/2");
            details.add(ExifTagConstants.EXIF_TAG_FNUMBER, RationalNumber.valueOf(5.6));
            details.add(ExifTagConstants.EXIF_TAG_EXPOSURE_TIME, new RationalNumber(1, 250));
            if (place.isPresent()) {
                set.setGpsInDegrees(place.get()[1], place.get()[0]);
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            new TiffImageWriterLossy().write(bytes, set);
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new IllegalStateException("writing EXIF to memory", e);
        }
    }
}
