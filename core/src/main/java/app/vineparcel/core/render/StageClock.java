package app.vineparcel.core.render;

import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.RowsOver;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.LongSupplier;

/** Adds up what each stage takes; what goes on in another stage that it calls counts for that other. */
final class StageClock {

    private final Map<Stage, Sums> spent = new EnumMap<>(Stage.class);
    private final Sums all = new Sums();
    private final LongSupplier allocated;

    private static final class Sums {
        private final LongAdder nanos = new LongAdder();
        private final LongAdder bytes = new LongAdder();

        void add(StageCost cost) {
            nanos.add(cost.nanos());
            bytes.add(cost.bytes());
        }

        StageCost sum() {
            return new StageCost(nanos.sum(), bytes.sum());
        }
    }

    /** That looks at time only. */
    StageClock() {
        this(() -> 0);
    }

    /**
     * That counts bytes, too.
     *
     * @param allocated how many the thread that asks has allocated so far
     */
    StageClock(LongSupplier allocated) {
        this.allocated = allocated;
        for (Stage stage : Stage.values()) {
            spent.put(stage, new Sums());
        }
    }

    /** Work that may fail in its own way. */
    @FunctionalInterface
    interface Work<T, E extends Exception> {
        T done() throws E;
    }

    <T, E extends Exception> T time(Stage stage, Work<T, E> work) throws E {
        long began = System.nanoTime();
        long had = allocated.getAsLong();
        StageCost others = all.sum();
        try {
            return work.done();
        } finally {
            StageCost inner = all.sum();
            StageCost own = new StageCost(
                    Math.max(0, System.nanoTime() - began - (inner.nanos() - others.nanos())),
                    Math.max(0, allocated.getAsLong() - had - (inner.bytes() - others.bytes())));
            spent.get(stage).add(own);
            all.add(own);
        }
    }

    /** So far. */
    Map<Stage, StageCost> spent() {
        Map<Stage, StageCost> sums = new EnumMap<>(Stage.class);
        spent.forEach((stage, sum) -> sums.put(stage, sum.sum()));
        return sums;
    }

    /** The same rows, whose making counts for a stage. */
    LinearRows rows(Stage stage, LinearRows rows) {
        return new RowsOver(rows) {
            @Override
            public void row(int y, int fromX, int toX, float[] into) {
                time(stage, () -> {
                    source.row(y, fromX, toX, into);
                    return true;
                });
            }
        };
    }
}
