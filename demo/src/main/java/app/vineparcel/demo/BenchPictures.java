package app.vineparcel.demo;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** The photographs of the bench: 24 JPEG files of 24 megapixels, four kinds of scene, every second one in Display P3. */
final class BenchPictures {

    private static final int COUNT = 24;

    private static final PixelSize SIZE = new PixelSize(6000, 4000);

    private BenchPictures() {}

    static List<SamplePicture> all() {
        return IntStream.range(0, COUNT).mapToObj(BenchPictures::picture).toList();
    }

    /** One of 20 megapixels, for a process that makes nothing else. */
    static SamplePicture alone() {
        return picture(1, "alone.jpg", new PixelSize(5472, 3648));
    }

    private static SamplePicture picture(int number) {
        return picture(number, "bench-%02d.jpg".formatted(number + 1), SIZE);
    }

    private static SamplePicture picture(int number, String name, PixelSize size) {
        Scene scene =
                switch (number % 4) {
                    case 0 ->
                        new FieldScene(
                                100 + number,
                                new int[] {0x6f93bd, 0xf3d9b0},
                                new int[] {0x4f7a34, 0x86a04a},
                                0.6,
                                0.4,
                                0.2,
                                number % 8 == 0);
                    case 1 -> new CrateScene(200 + number, new int[] {0xb5b04a, 0xc95a3a}, 0.2 + 0.01 * number, 0.6);
                    case 2 -> new OrchardScene(300 + number, new int[] {0x5d86b3, 0xd7dcd8}, 0x5f8a3a, 0xc23a2a, 0.8);
                    default -> new JarScene(400 + number, 0xe6cdb8, 0.75, 0xb24a32, 0xc78a22, 0x6d2f58);
                };
        return new SamplePicture(
                name,
                scene,
                size,
                number % 2 == 0 ? BuiltInProfile.SRGB : BuiltInProfile.DISPLAY_P3,
                new JpegFormat(93, false, Chroma.HALF_ACROSS),
                0.08f,
                new CameraNotes(1, LocalDateTime.of(2026, 10, 4, 9, number), Optional.empty()));
    }
}
