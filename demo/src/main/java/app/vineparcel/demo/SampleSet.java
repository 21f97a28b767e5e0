package app.vineparcel.demo;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.tiff.Compression;
import app.vineparcel.core.codec.tiff.TiffFormat;
import app.vineparcel.core.codec.webp.WebpFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;

/** The twelve pictures of the autumn catalogue. */
final class SampleSet {

    private static final PixelSize FULL = new PixelSize(6000, 4000);
    private static final PixelSize MIDDLE = new PixelSize(5472, 3648);
    private static final PixelSize SMALL = new PixelSize(4608, 3072);
    private static final OutputFormat JPEG = new JpegFormat(93, false, Chroma.HALF_ACROSS);

    private SampleSet() {}

    static List<SamplePicture> pictures() {
        return List.of(
                picture(
                        "field-day/terraces-at-first-light.jpg",
                        FULL,
                        BuiltInProfile.DISPLAY_P3,
                        JPEG,
                        notes(1, "2026-10-03T06:58", 51.94, -2.31),
                        new FieldScene(
                                11,
                                new int[] {0x6f93bd, 0xf3c9a0},
                                new int[] {0x4f7a34, 0x86a04a},
                                0.55,
                                0.42,
                                0.25,
                                false)),
                picture(
                        "field-day/lavender-rows-east.jpg",
                        FULL,
                        BuiltInProfile.DISPLAY_P3,
                        JPEG,
                        notes(1, "2026-10-03T07:21", 51.95, -2.3),
                        new FieldScene(
                                23,
                                new int[] {0x7fa8d6, 0xe9dccb},
                                new int[] {0x64784f, 0x7d5cb8},
                                0.95,
                                0.36,
                                0.1,
                                false)),
                picture(
                        "field-day/orchard-after-rain.jpg",
                        FULL.swapped(),
                        BuiltInProfile.DISPLAY_P3,
                        JPEG,
                        notes(6, "2026-10-03T08:40"),
                        new OrchardScene(5, new int[] {0x6d86a3, 0xd7dcd8}, 0x5f8a3a, 0xc23a2a, 0.8)),
                picture(
                        "field-day/mist-over-the-beds.jpg",
                        FULL,
                        BuiltInProfile.SRGB,
                        JPEG,
                        notes(1, "2026-10-03T07:05", 51.94, -2.32),
                        new FieldScene(
                                37,
                                new int[] {0xb9c4cc, 0xe6e2da},
                                new int[] {0x5c7d4e, 0x8aa26a},
                                0.7,
                                0.4,
                                0.95,
                                false)),
                picture(
                        "field-day/hedge-line.jpg",
                        MIDDLE,
                        BuiltInProfile.SRGB,
                        JPEG,
                        notes(1, "2026-10-03T09:12", 51.93, -2.31),
                        new FieldScene(
                                41,
                                new int[] {0x4f86c6, 0xdce6ea},
                                new int[] {0x587f2f, 0xc8b24a},
                                0.3,
                                0.38,
                                0.05,
                                true)),
                picture(
                        "field-day/apple-row-noon.jpg",
                        MIDDLE.swapped(),
                        BuiltInProfile.SRGB,
                        JPEG,
                        notes(8, "2026-10-03T12:02"),
                        new OrchardScene(19, new int[] {0x4c86c8, 0xcfe0ea}, 0x6c9440, 0xd8a024, 1.0)),
                picture(
                        "still-life/pears-in-the-crate.jpg",
                        MIDDLE,
                        BuiltInProfile.SRGB,
                        JPEG,
                        notes(1, "2026-10-03T14:20"),
                        new CrateScene(3, new int[] {0xb5b04a, 0xc98a3a}, 0.24, 0.8)),
                picture(
                        "still-life/plums-close.png",
                        SMALL,
                        BuiltInProfile.SRGB,
                        new PngFormat(24),
                        notes(1, "2026-10-03T14:41"),
                        new CrateScene(8, new int[] {0x5b2f63, 0x7d3550}, 0.19, 0.1)),
                picture(
                        "still-life/windfalls.jpg",
                        MIDDLE,
                        BuiltInProfile.ADOBE_RGB_COMPATIBLE,
                        JPEG,
                        notes(1, "2026-10-03T15:03"),
                        new CrateScene(14, new int[] {0x9ab63c, 0xc8402e}, 0.27, 0.5)),
                picture(
                        "still-life/three-jars-on-linen.jpg",
                        FULL,
                        BuiltInProfile.SRGB,
                        JPEG,
                        notes(1, "2026-10-03T16:12"),
                        new JarScene(2, 0xe6cdb8, 0.75, 0xb24a32, 0xc78a22, 0x6d2f58)),
                picture(
                        "still-life/quince-evening.tif",
                        new PixelSize(4368, 2912),
                        BuiltInProfile.ROMM_RGB,
                        new TiffFormat(16, Compression.LZW),
                        notes(1, "2026-10-03T17:48"),
                        new JarScene(6, 0x9a8f86, 0.7, 0xd09a2c, 0xc25a34)),
                picture(
                        "still-life/apples-last-box.webp",
                        SMALL,
                        BuiltInProfile.SRGB,
                        new WebpFormat(90, false),
                        notes(1, "2026-10-03T17:15"),
                        new CrateScene(27, new int[] {0xc23a2c, 0xe0a83a}, 0.3, 0.6)));
    }

    private static SamplePicture picture(
            String path, PixelSize size, BuiltInProfile profile, OutputFormat format, CameraNotes notes, Scene scene) {
        return new SamplePicture(path, scene, size, profile, format, 0.08f, notes);
    }

    private static CameraNotes notes(int orientation, String taken, double... place) {
        return new CameraNotes(
                orientation, LocalDateTime.parse(taken), place.length == 0 ? Optional.empty() : Optional.of(place));
    }
}
