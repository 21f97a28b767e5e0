package app.vineparcel.core.render;

import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.RowsOver;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.atomic.LongAdder;

/** Adds up how long each stage takes; time that a stage spends waiting for another that it calls counts for that other. */
final class StageClock {

    private final Map<Stage, LongAdder> spent = new EnumMap<>(Stage.class);
    private final LongAdder all = new LongAdder();

    StageClock() {
        for (Stage stage : Stage.values()) {
            spent.put(stage, new LongAdder());
        }
    }

    /** Work that may fail in its own way. */
    @FunctionalInterface
    interface Work<T, E extends Exception> {
        T done() throws E;
    }

    <T, E extends Exception> T time(Stage stage, Work<T, E> work) throws E {
        long began = System.nanoTime();
        long others = all.sum();
        try {
            return work.done();
        } finally {
            long own = Math.max(0, System.nanoTime() - began - (all.sum() - others));
            spent.get(stage).add(own);
            all.add(own);
        }
    }

    /** Nanoseconds so far. */
    Map<Stage, Long> spent() {
        Map<Stage, Long> sums = new EnumMap<>(Stage.class);
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
