package app.vineparcel.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

/** With a clock of its own. */
class WorkBudgetTest {

    private final AtomicLong now = new AtomicLong(Long.MAX_VALUE - 5); // clocks may pass their end
    private final WorkBudget.Pool pool = new WorkBudget.Pool(100, now::get);

    private void pass(int seconds) {
        now.addAndGet(TimeUnit.SECONDS.toNanos(seconds));
    }

    @Test
    void work_ends_behind_its_time_and_not_before() {
        assertThatCode(WorkBudget::check).as("a thread without work").doesNotThrowAnyException();
        try (WorkBudget work = pool.begin(Duration.ofSeconds(60))) {
            pass(60);
            WorkBudget.check();
            now.incrementAndGet();
            assertThatThrownBy(WorkBudget::check)
                    .isInstanceOfSatisfying(WorkBudget.Exceeded.class, e -> assertThat(e.isOfTime())
                            .isTrue())
                    .hasMessageContaining("longer than 60 seconds");
            assertThat(WorkBudget.here()).isSameAs(work);
        }
        assertThatCode(WorkBudget::check).doesNotThrowAnyException();
    }

    @Test
    void work_within_work_has_the_tighter_time_of_both() {
        try (WorkBudget rendition = pool.begin(Duration.ofSeconds(300))) {
            pass(250);
            try (WorkBudget source = pool.begin(Duration.ofSeconds(60))) {
                pass(45);
                WorkBudget.check();
                pass(6);
                assertThatThrownBy(source::checkTime).hasMessageContaining("300 seconds");
            }
            assertThatThrownBy(rendition::checkTime).hasMessageContaining("300 seconds");
        }
    }

    @Test
    void memory_is_counted_over_all_work_and_given_back_with_it() throws Exception {
        WorkBudget work = pool.begin(Duration.ofSeconds(60));
        try {
            WorkBudget.Hold part = WorkBudget.hold(70);
            WorkBudget.hold(20);
            assertThat(pool.held()).isEqualTo(90);
            part.close();
            part.close();
            assertThat(pool.held()).isEqualTo(20);
            assertThatThrownBy(() -> WorkBudget.hold(101)).hasMessageContaining("at once");
            CompletableFuture<Long> other = CompletableFuture.supplyAsync(() -> {
                try (WorkBudget later = pool.begin(Duration.ofSeconds(60))) {
                    WorkBudget.hold(90);
                    later.checkTime();
                    return pool.held();
                }
            });
            assertThat(other).as("waits for room").isNotDone();
            WorkBudget.hold(90); // the oldest never waits
            work.checkTime();
            work.close();
            assertThat(other.get(10, TimeUnit.SECONDS)).isEqualTo(90);
        } finally {
            work.close();
        }
        assertThat(pool.held()).isZero();
    }
}
