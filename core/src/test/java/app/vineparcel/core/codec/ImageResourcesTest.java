package app.vineparcel.core.codec;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ImageResourcesTest {

    private static byte[] resource(int number, String name, byte[] data) {
        int pascal = 1 + name.length() + (name.length() + 1 & 1);
        return ByteBuffer.allocate(4 + 2 + pascal + 4 + data.length + (data.length & 1))
                .put("8BIM".getBytes(StandardCharsets.US_ASCII))
                .putShort((short) number)
                .put((byte) name.length())
                .put(name.getBytes(StandardCharsets.US_ASCII))
                .position(6 + pascal)
                .putInt(data.length)
                .put(data)
                .array();
    }

    private static byte[] joined(byte[] one, byte[] other) {
        return ByteBuffer.allocate(one.length + other.length)
                .put(one)
                .put(other)
                .array();
    }

    @Test
    void datasets_are_found_behind_other_resources_of_odd_lengths_and_names() {
        byte[] iptc = {0x1c, 2, 80, 0, 1, 'A'};
        byte[] others = joined(resource(0x03ed, "", new byte[15]), resource(0x0425, "abc", new byte[16]));
        assertThat(ImageResources.iptc(joined(others, resource(0x0404, "x", iptc))))
                .contains(iptc);
        assertThat(ImageResources.iptc(others)).isEmpty();
    }

    @Test
    void what_is_written_is_found_again() {
        for (byte[] iptc : new byte[][] {{1}, {1, 2}, new byte[999]}) {
            byte[] block = ImageResources.ofIptc(iptc);
            assertThat(block.length % 2).isZero();
            assertThat(ImageResources.iptc(block)).contains(iptc);
        }
    }

    @Test
    void damage_is_never_followed_out_of_the_block() {
        byte[] sound = joined(resource(0x03ed, "", new byte[15]), resource(0x0404, "", new byte[40]));
        Random random = new Random(3);
        for (int i = 0; i < 500; i++) {
            byte[] damaged = java.util.Arrays.copyOf(sound, random.nextInt(sound.length) + 1);
            damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
            ImageResources.iptc(damaged)
                    .ifPresent(found -> assertThat(found.length).isLessThan(sound.length));
        }
    }
}
