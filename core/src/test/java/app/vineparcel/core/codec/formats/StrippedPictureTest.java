package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.jpeg.JpegSegments;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Photographs;
import app.vineparcel.core.testing.Pictures;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StrippedPictureTest {

    private static final OutputFormat PNG = new PngFormat(24, 256, false);

    @TempDir
    Path folder;

    private byte[] written(OutputFormat format, int orientation) throws Exception {
        Path file = folder.resolve("picture");
        format.writer().write(Pictures.picture(Pictures.photo(40, 30, 3)), Photographs.talkative(orientation), file);
        return Files.readAllBytes(file);
    }

    private static OutputFormat jpeg(boolean progressive) {
        return new JpegFormat(90, progressive, Chroma.FULL);
    }

    private PhotoFacts facts(byte[] picture) throws Exception {
        return new SourceReader(SourceReader.USUAL_BUDGET)
                .inspect(Files.write(folder.resolve("facts"), picture))
                .facts();
    }

    private static int[] pixels(byte[] picture) throws Exception {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(picture));
        return image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
    }

    @ParameterizedTest
    @ValueSource(strings = {"baseline", "progressive", "png"})
    void words_go_and_pixels_stay(String kind) throws Exception {
        byte[] told = written(kind.equals("png") ? PNG : jpeg(kind.equals("progressive")), 1);
        byte[] bare = StrippedPicture.of(told);
        assertThat(LocationCheck.finds(FoundMetadata.picture(told))).isTrue();
        assertThat(facts(told).rights().creator()).isPresent();
        assertThat(facts(bare)).isEqualTo(PhotoFacts.NONE);
        assertThat(pixels(bare)).isEqualTo(pixels(told));
        assertThat(StrippedPicture.of(bare)).as("nothing more to leave out").isSameAs(bare);
    }

    /** The profile is part of what the numbers mean, and a viewer turns the picture by its EXIF block. */
    @Test
    void the_profile_and_the_way_up_stay() throws Exception {
        byte[] bare = StrippedPicture.of(written(jpeg(false), 6));
        assertThat(JpegSegments.read(new ByteArrayInputStream(bare)).icc()).hasValueSatisfying(icc -> assertThat(icc)
                .isEqualTo(BuiltInProfile.SRGB.profile().bytes()));
        assertThat(facts(bare).orientation()).isEqualTo(Orientation.ofExif(6));
        assertThat(facts(bare).rights().isEmpty()).isTrue();
        assertThat(LocationCheck.finds(FoundMetadata.picture(bare))).isFalse();
    }

    @Test
    void comments_and_a_second_picture_behind_the_first_go() throws Exception {
        byte[] plain = StrippedPicture.of(written(jpeg(true), 1));
        byte[] comment = {(byte) 0xff, (byte) 0xfe, 0, 6, 'n', 'o', 't', 'e'};
        byte[] talkative = joined(Arrays.copyOf(plain, 2), comment, Arrays.copyOfRange(plain, 2, plain.length));
        assertThat(StrippedPicture.of(joined(talkative, written(jpeg(false), 1))))
                .isEqualTo(plain);
    }

    /** Whatever is wrong with it, it is left as it is or becomes shorter; it never stops a document. */
    @Test
    void damaged_pictures_do_no_harm() throws Exception {
        Random random = new Random(11);
        for (byte[] whole : List.of(written(jpeg(true), 6), written(PNG, 1))) {
            for (int i = 0; i < 2000; i++) {
                byte[] broken = Arrays.copyOf(whole, 1 + random.nextInt(whole.length));
                broken[random.nextInt(broken.length)] = (byte) random.nextInt(256);
                assertThat(StrippedPicture.of(broken)).hasSizeLessThanOrEqualTo(broken.length);
            }
        }
        byte[] shortSegment = written(jpeg(false), 1);
        shortSegment[4] = 0;
        shortSegment[5] = 1;
        assertThat(StrippedPicture.of(shortSegment)).isSameAs(shortSegment);
        byte[] text = "no picture".getBytes();
        assertThat(StrippedPicture.of(text)).isSameAs(text);
        assertThat(StrippedPicture.of(new byte[0])).isEmpty();
    }

    @Test
    void a_picture_in_place_of_its_address_comes_back() {
        byte[] content = {1, 2, 3, (byte) 0xff};
        DataUri written = new DataUri("image/png", content);
        assertThat(written.written()).isEqualTo("data:image/png;base64,AQID/w==");
        assertThat(DataUri.parse(" DATA:image/png;BASE64,AQ\n ID/w== "))
                .hasValueSatisfying(read -> assertThat(read.content()).isEqualTo(content));
        for (String other : List.of("photo.jpg", "data:text/plain,hello", "data:image/png;base64", "data:;base64,A")) {
            assertThat(DataUri.parse(other)).as(other).isEmpty();
        }
        assertThat(DataUri.allIn("<a b='DATA:x;base64,AQID' c=\"data:y;base64,/w==\" d='e'/>"))
                .extracting(DataUri::type)
                .containsExactly("x", "y");
    }

    private static byte[] joined(byte[]... parts) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] part : parts) {
            all.writeBytes(part);
        }
        return all.toByteArray();
    }
}
