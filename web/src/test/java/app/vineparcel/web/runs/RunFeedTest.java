package app.vineparcel.web.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anySet;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import org.thymeleaf.ITemplateEngine;

class RunFeedTest {

    @Test
    void a_page_that_does_not_read_keeps_no_other_waiting() throws Exception {
        RunService runs = mock(RunService.class);
        when(runs.summary(anyLong()))
                .thenReturn(new RunSummary(new Run(1, 1, Instant.EPOCH, "", ""), 1, 0, 0, 0, 0, List.of(), 0, -1));
        when(runs.renditions(anyLong())).thenReturn(List.of());
        ITemplateEngine templates = mock(ITemplateEngine.class);
        when(templates.process(any(String.class), anySet(), any())).thenReturn("");
        RunFeed feed = new RunFeed(runs, templates);
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
