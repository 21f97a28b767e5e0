package app.vineparcel.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Gamut;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Pyramid;
import app.vineparcel.core.raster.Saliency;
import app.vineparcel.core.testing.Pictures;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PictureFactsTest {

    private static final int WHITE = 0xffffffff;
    private static final int DARK = 0xff1f2622;
    private static final int CLEAR = 0;

    @TempDir
    Path folder;

    private static Pixels argb(int edge, IntBinaryOperator colour) {
        byte[] samples = new byte[edge * edge * 4];
        for (int i = 0; i < edge * edge; i++) {
            int argb = colour.applyAsInt(i % edge, i / edge);
            samples[4 * i] = (byte) (argb >> 16);
            samples[4 * i + 1] = (byte) (argb >> 8);
            samples[4 * i + 2] = (byte) argb;
            samples[4 * i + 3] = (byte) (argb >> 24);
        }
        return Pixels.of8(new PixelSize(edge, edge), 4, true, samples);
    }

    private static boolean inside(int x, int y, int from, int to) {
        return x >= from && x < to && y >= from && y < to;
    }

    private static double lost(Pixels picture, int ground) {
        return Silhouette.of(picture).lostOn(SrgbLab.of(ground), 6);
    }

    @Test
    void artwork_is_lost_on_its_own_colour_where_it_meets_nothing() {
        Pixels whiteSquare = argb(60, (x, y) -> inside(x, y, 15, 45) ? WHITE : CLEAR);
        assertThat(Silhouette.of(whiteSquare).clear()).isCloseTo(0.75, within(1e-9));
        assertThat(lost(whiteSquare, 0xffffff)).isEqualTo(1);
        assertThat(lost(whiteSquare, 0x1f2622)).isZero();
        // half white, half dark: 15 × 30 of 900 each
        Pixels halves = argb(60, (x, y) -> !inside(x, y, 15, 45) ? CLEAR : x < 30 ? WHITE : DARK);
        assertThat(lost(halves, 0xffffff)).isCloseTo(0.5, within(1e-9));
        assertThat(lost(halves, 0x1f2622)).isCloseTo(0.5, within(1e-9));
    }

    @Test
    void what_has_a_ground_of_its_own_is_not_lost() {
        Pixels whiteOnDark = argb(60, (x, y) -> inside(x, y, 25, 35) ? WHITE : inside(x, y, 15, 45) ? DARK : CLEAR);
        assertThat(lost(whiteOnDark, 0xffffff)).isZero();
        assertThat(Silhouette.of(argb(60, (x, y) -> WHITE))).isEqualTo(Silhouette.NONE);
        Pixels fading = argb(60, (x, y) -> y < 30 ? DARK : 0x101f2622);
        assertThat(lost(fading, 0xffffff)).as("a shadow is no artwork on white").isZero();
    }

    /** Fields, noise and hard edges. */
    private static Pixels detailed(long seed) {
        Random random = new Random(seed);
        return Pictures.rgb(1200, 800, (x, y) -> {
            int grain = random.nextInt(41) - 20;
            int edge = (x / 37 + y / 23) % 3 * 30;
            int r = (int) (90 + 50 * Math.sin(x * 0.05)) + edge + grain;
            int g = (int) (80 + 50 * Math.sin(y * 0.07)) + edge + grain;
            int b = (int) (60 + 40 * Math.sin((x + y) * 0.03)) + edge + grain / 2;
            return Math.max(0, Math.min(255, r)) << 16
                    | Math.max(0, Math.min(255, g)) << 8
                    | Math.max(0, Math.min(255, b));
        });
    }

    /** Against files that another program's library packs. */
    @ParameterizedTest
    @CsvSource({"30, 7", "60, 7", "82, 8", "94, 9", "82, 10"})
    void blocks_are_counted_as_files_weigh(int quality, long seed) throws Exception {
        Pixels photo = detailed(seed);
        Path file = folder.resolve("counted.jpg");
        new JpegFormat(quality, false, Chroma.HALF).writer().write(Pictures.picture(photo), FileTags.plain(72), file);
        double bits = 8.0 * Files.size(file) / photo.size().pixels();
        assertThat(BlockCost.of(photo, quality)[0]).isCloseTo(bits, within(0.16 * bits));
    }

    @Test
    void without_loss_noise_takes_all_bits_and_flat_art_nearly_none() {
        Random random = new Random(4);
        Pixels noise = Pictures.rgb(128, 128, (x, y) -> random.nextInt(1 << 24));
        assertThat(PackedCost.of(noise)).isCloseTo(24, within(0.3));
        Pixels flat = Pictures.rgb(128, 128, (x, y) -> x < 64 ? 0x2e6a4a : 0x6a2e5b);
        assertThat(PackedCost.of(flat)).isLessThan(0.2);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void more_quality_never_costs_less_and_sizes_between_lie_between(long seed) {
        CodingCost cost = CodingCost.of(Pictures.photo(640, 480, seed), sample -> 1);
        for (int quality = 2; quality <= 100; quality++) {
            assertThat(cost.blocks(400, quality)).isGreaterThanOrEqualTo(cost.blocks(400, quality - 1));
        }
        assertThat(cost.sizes()).extracting(CodingCost.AtSize::edge).containsExactly(640, 320, 160);
        assertThat(cost.packed(320)).isCloseTo(cost.sizes().get(1).packed(), within(1e-9));
        double[] ends = {cost.packed(320), cost.packed(640)};
        Arrays.sort(ends);
        assertThat(cost.packed(450)).isBetween(ends[0], ends[1]);
        CodingCost noisy = cost.with(2560, 4 * cost.blocks(2560, 90), 90);
        assertThat(noisy.blocks(2560, 90)).isGreaterThan(2 * cost.blocks(2560, 90));
        assertThat(noisy.blocks(640, 90)).as("smaller ones are as they were").isEqualTo(cost.blocks(640, 90));
    }

    @Test
    void edges_tell_up_to_which_size_a_picture_is_sharp() {
        IntBinaryOperator bars = (x, y) -> (x / 10 + y / 14) % 2 == 0 ? 0x101010 : 0xe8e8e8;
        Pixels sharp = Pictures.rgb(600, 400, bars);
        assertThat(FineStructure.of(sharp).sharpEdge()).isEqualTo(600);
        assertThat(FineStructure.of(stretched(sharp, 4)).sharpEdge()).isBetween(1150, 1250); // edges of 4 px of 2,400
        assertThat(FineStructure.of(stretched(sharp, 8)).sharpEdge()).isBetween(1150, 1250); // of 8 px of 4,800
    }

    /** Straight lines between the pixels' codes. */
    private static Pixels stretched(Pixels picture, int times) {
        return Pictures.rgb(picture.size().width() * times, picture.size().height() * times, (x, y) -> {
            int left = Math.min(picture.size().width() - 2, x / times);
            int top = Math.min(picture.size().height() - 2, y / times);
            double right = Math.min(1, x / (double) times - left);
            double down = Math.min(1, y / (double) times - top);
            double upper = picture.sample(left, top, 0) * (1 - right) + picture.sample(left + 1, top, 0) * right;
            double lower =
                    picture.sample(left, top + 1, 0) * (1 - right) + picture.sample(left + 1, top + 1, 0) * right;
            return 0x010101 * (int) Math.round(upper * (1 - down) + lower * down);
        });
    }

    private static Pixels resized(Pixels picture, int width, int height) {
        return app.vineparcel.core.raster.Encoding.between(
                        BuiltInProfile.SRGB.space(), BuiltInProfile.SRGB.space(), 8, java.util.Optional.empty())
                .apply(
                        new Pyramid(LinearisedPixels.of(picture, BuiltInProfile.SRGB.space()))
                                .resample(picture.size().box(), new PixelSize(width, height), 1),
                        1)
                .pixels();
    }

    @Test
    void only_gentle_even_rises_are_smooth() {
        assertThat(FineStructure.of(Pictures.rgb(256, 128, (x, y) -> 0x010101 * (60 + x / 4)))
                        .smooth())
                .isGreaterThan(0.95);
        assertThat(FineStructure.of(Pictures.rgb(256, 128, (x, y) -> 0x808080)).smooth())
                .isZero();
        Random random = new Random(8);
        assertThat(FineStructure.of(Pictures.rgb(256, 128, (x, y) -> 0x010101 * (60 + x / 4 + random.nextInt(9))))
                        .smooth())
                .isLessThan(0.05);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void the_same_picture_is_known_again_smaller_and_brighter(long seed) {
        Random random = new Random(seed);
        int[] tones = random.ints(48, 0, 220).toArray();
        Pixels photo = Pictures.rgb(400, 300, (x, y) -> 0x010101 * tones[x / 50 + 8 * (y / 50)]);
        long hash = PictureHash.of(photo);
        assertThat(PictureHash.near(hash, PictureHash.of(resized(photo, 133, 100))))
                .isTrue();
        Pixels brighter = Pictures.rgb(400, 300, (x, y) -> {
            int rgb = 0;
            for (int band = 0; band < 3; band++) {
                rgb = rgb << 8 | Math.min(255, photo.sample(x, y, band) + 12);
            }
            return rgb;
        });
        assertThat(PictureHash.near(hash, PictureHash.of(brighter))).isTrue();
        Pixels mirrored = Pictures.rgb(
                400,
                300,
                (x, y) -> photo.sample(399 - x, y, 0) << 16
                        | photo.sample(399 - x, y, 1) << 8
                        | photo.sample(399 - x, y, 2));
        assertThat(PictureHash.near(hash, PictureHash.of(mirrored))).isFalse();
        assertThat(PictureHash.of(Pictures.rgb(90, 60, (x, y) -> 0x777777))).isZero();
    }

    @Test
    void every_colour_of_a_profile_is_within_its_gamut_and_wider_ones_are_not() {
        Gamut srgb = Gamut.of(BuiltInProfile.SRGB.profile()).orElseThrow();
        Pixels cube = Pictures.rgb(512, 64, (x, y) -> {
            int i = y * 512 + x;
            return ((i & 31) * 255 / 31) << 16 | ((i >> 5 & 31) * 255 / 31) << 8 | (i >> 10 & 31) * 255 / 31;
        });
        assertThat(spread(cube, BuiltInProfile.SRGB).share(node -> !srgb.shows(node)))
                .isZero();
        Pixels half = Pictures.rgb(64, 64, (x, y) -> x < 32 ? 0x808080 : 0x00ff00);
        assertThat(spread(half, BuiltInProfile.DISPLAY_P3).share(node -> !srgb.shows(node)))
                .isCloseTo(0.5, within(1e-4));
        Gamut wide = Gamut.of(BuiltInProfile.DISPLAY_P3.profile()).orElseThrow();
        assertThat(spread(half, BuiltInProfile.DISPLAY_P3).share(node -> !wide.shows(node)))
                .isZero();
    }

    private static ColourSpread spread(Pixels picture, BuiltInProfile profile) {
        return ColourSpread.of(app.vineparcel.core.raster.Encoding.between(
                        profile.space(), BuiltInProfile.ROMM_RGB.space(), 16, java.util.Optional.empty())
                .apply(LinearisedPixels.of(picture, profile.space()), 1)
                .pixels());
    }

    @Test
    void a_map_says_what_lies_within_a_box() {
        float[] map = new float[48 * 48];
        for (int i = 0; i < map.length; i++) {
            map[i] = i % 48 < 24 ? 1 : 0.25f;
        }
        CoarseMap coarse = CoarseMap.of(map, 48, 48, 1);
        assertThat(coarse.within(new Box(0, 0, 0.5, 1), 0)).isCloseTo(0.8, within(0.005));
        assertThat(coarse.within(new Box(0.5, 0, 0.5, 1), 0.5)).isZero();
        assertThat(coarse.within(new Box(0.25, 0, 0.75, 1), 0.5)).isCloseTo(0.5, within(0.005));
        assertThat(coarse.mean(new Box(0.25, 0.25, 0.5, 0.5))).isCloseTo(0.625, within(0.005));
    }

    @Test
    void facts_survive_as_bytes_and_others_are_refused() {
        Pixels picture = argb(300, (x, y) -> inside(x, y, 60, 200) ? x < 130 ? WHITE : DARK : CLEAR);
        Pixels romm = Pixels.of16(new PixelSize(2, 1), 3, false, new short[] {1, 2, 3, -1, -2, -3});
        Saliency attention = Saliency.of(
                new Pyramid(LinearisedPixels.of(Pictures.photo(160, 100, 3), BuiltInProfile.SRGB.space()))
                        .resample(new Box(0, 0, 160, 100), new PixelSize(160, 100), 1),
                BuiltInProfile.SRGB.space());
        byte[] bytes = PictureFacts.of(picture, romm, attention, sample -> 2).bytes();
        PictureFacts read = PictureFacts.read(bytes).orElseThrow();
        assertThat(PictureFacts.read(read.bytes())).contains(read);
        assertThat(read.bytes()).isEqualTo(bytes);
        assertThat(read.silhouette().edges()).isNotEmpty();
        assertThat(PictureFacts.read(Arrays.copyOf(bytes, bytes.length - 1))).isEmpty();
        bytes[1]++;
        assertThat(PictureFacts.read(bytes)).as("of another version").isEmpty();
        assertThat(PictureFacts.read(new byte[0])).isEmpty();
    }
}
