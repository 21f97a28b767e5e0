package app.vineparcel.demo;

import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;

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
        TiffDirectory root = new TiffDirectory()
                .put(0x010f, TiffField.ascii("Larkfield"))
                .put(0x0110, TiffField.ascii("Larkfield M2"))
                .put(0x0112, TiffField.shorts(orientation))
                .put(0x0132, TiffField.ascii(taken.format(EXIF_TIME)))
                .put(0x013b, TiffField.ascii("Ida Fennel"))
                .put(0x8298, TiffField.ascii("© 2026 Harrow Lane Growers"));
        root.belowOrNew(TiffDirectory.EXIF)
                .put(0x829a, TiffField.rationals(1, 250))
                .put(0x829d, TiffField.rationals(56, 10))
                .put(0x9003, TiffField.ascii(taken.format(EXIF_TIME)))
                .put(0xa434, TiffField.ascii("Larkfield 35 mm f/2"));
        place.ifPresent(degrees -> root.belowOrNew(TiffDirectory.GPS)
                .put(1, TiffField.ascii(degrees[0] < 0 ? "S" : "N"))
                .put(2, angle(degrees[0]))
                .put(3, TiffField.ascii(degrees[1] < 0 ? "W" : "E"))
                .put(4, angle(degrees[1])));
        return root.toBlock();
    }

    /** Degrees, minutes and hundredths of seconds. */
    private static TiffField angle(double degrees) {
        long hundredths = Math.round(Math.abs(degrees) * 360_000);
        return TiffField.rationals(hundredths / 360_000, 1, hundredths / 6_000 % 60, 1, hundredths % 6_000, 100);
    }
}
