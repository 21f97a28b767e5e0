package app.vineparcel.web.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

class RunFeedTest {

    @Test
    void a_page_that_does_not_read_keeps_no_other_waiting() throws Exception {
        RunChanges changes = mock(RunChanges.class);
        when(changes.since(any(), anyBoolean()))
                .thenReturn(new RunChanges.News("half", "RENDERING", 50, "Run 1", List.of(3), false, ""));
        RunFeed feed = new RunFeed(changes);
        CountDownLatch never = new CountDownLatch(1);
        CountDownLatch told = new CountDownLatch(5);
        feed.subscribe(1, new SseEmitter() {
            @Override
            public void send(SseEventBuilder builder) throws IOException {
                try {
                    never.await();
                } catch (InterruptedException e) {
                    throw new IOException(e);
                }
            }
        });
        feed.subscribe(1, new SseEmitter() {
            @Override
            public void send(SseEventBuilder builder) {
                told.countDown();
            }
        });
        try {
            assertThat(told.await(20, TimeUnit.SECONDS)).isTrue();
        } finally {
            feed.stop();
        }
    }
}
