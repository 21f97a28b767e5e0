package app.vineparcel.web.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class BodyPaceFilterTest {

    private final AtomicLong now = new AtomicLong();
    private final BodyPaceFilter filter = new BodyPaceFilter(now::get);

    private void read(int bytes, int seconds) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/");
        request.setContentType("application/octet-stream");
        request.setContent(new byte[bytes]);
        filter.doFilter(request, new MockHttpServletResponse(), (passed, response) -> {
            int found;
            try (var in = passed.getInputStream()) {
                do {
                    now.addAndGet(TimeUnit.SECONDS.toNanos(1));
                    found = in.readNBytes(Math.max(1, bytes / seconds)).length;
                } while (found > 0);
            }
        });
    }

    @Test
    void a_body_that_trickles_is_broken_off_and_one_that_flows_comes_in() throws Exception {
        read(4_000 * 60, 50);
        read(100, 10);
        assertThatThrownBy(() -> read(3_000 * 60, 60))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("slowly");
    }

    @Test
    void a_place_is_free_again_whatever_happened() throws Exception {
        for (int i = 0; i < 40; i++) {
            assertThatThrownBy(() -> read(100, 60)).isInstanceOf(IOException.class);
        }
        MockHttpServletResponse response = new MockHttpServletResponse();
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/");
        request.setContentType("application/octet-stream");
        filter.doFilter(request, response, (passed, answer) -> {});
        assertThat(response.getStatus()).isEqualTo(200);
    }
}
