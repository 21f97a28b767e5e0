package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A picture in linear light together with halvings of itself, each made from the one before when it is first asked for. Small renditions
 * start from the smallest halving that still has 1.4 times the pixels each way that they need, so that the last, exact step decides what they
 * look like. Used by one thread at a time.
 */
public final class Pyramid {

    /** The last step shrinks at least by this much. */
    private static final double LAST_STEP = 1.4;

    /** A pass over the rows is for what shows at least this share of the picture; less has its own rows soon enough. */
    private static final double MOST_OF_IT = 0.25;

    private final LinearRows base;
    private final List<LinearRows> levels = new ArrayList<>();
    private final Map<Sized, LinearImage> prepared = new HashMap<>();

    /**
     * A part at a size.
     *
     * @param crop in px of the base
     */
    public record Sized(Box crop, PixelSize target) {

        /** The same in px of a level. */
        Sized on(int level) {
            double share = 1.0 / (1 << level);
            return new Sized(
                    new Box(crop.x() * share, crop.y() * share, crop.width() * share, crop.height() * share), target);
        }
    }

    /** The picture at its own size. */
    public Pyramid(LinearRows base) {
        this.base = base;
        levels.add(base);
    }

    /** The picture at its own size. */
    public LinearRows base() {
        return base;
    }

    /** Whether {@link #resample} has it at hand. */
    public boolean isPrepared(Sized sized) {
        return prepared.containsKey(sized);
    }

    /**
     * Works out several sizes together; each is then had once by {@link #resample}. As many of them, in their order, as take no more memory than the
     * picture's first halving would.
     */
    public void prepare(List<Sized> wanted) {
        long room = Halving.half(base.size()).pixels();
        List<Cascade.Wanted> together = new ArrayList<>();
        for (Sized sized : wanted) {
            long pixels = sized.target().pixels();
            double shown =
                    sized.crop().width() * sized.crop().height() / base.size().pixels();
            boolean known = prepared.containsKey(sized)
                    || together.stream().anyMatch(one -> one.sized().equals(sized));
            if (known || pixels > room || shown < MOST_OF_IT || level(sized) == 0) {
                continue;
            }
            room -= pixels;
            together.add(new Cascade.Wanted(level(sized), sized));
        }
        List<LinearImage> sizes = together.isEmpty() ? List.of() : Cascade.of(base, together);
        for (int i = 0; i < sizes.size(); i++) {
            prepared.put(together.get(i).sized(), sizes.get(i));
        }
    }

    /**
     * The shown part at another size; as {@link Resampler#resample}, from the level that suits it.
     *
     * @param crop in px of the base
     */
    public LinearImage resample(Box crop, PixelSize target, int threads) {
        Sized sized = new Sized(crop, target);
        LinearImage ready = prepared.remove(sized);
        if (ready != null) {
            return ready;
        }
        int level = level(sized);
        while (levels.size() <= level) {
            levels.add(Halving.of(levels.get(levels.size() - 1), threads));
        }
        return Resampler.resample(levels.get(level), sized.on(level).crop(), target, threads);
    }

    private int level(Sized sized) {
        Box crop = sized.crop();
        double scale = Math.min(
                crop.width() / sized.target().width(),
                crop.height() / sized.target().height());
        int level = 0;
        while (scale / (2 << level) >= LAST_STEP && shortEdge(level) >= 4) {
            level++;
        }
        return level;
    }

    private int shortEdge(int level) {
        return Math.min(base.size().width(), base.size().height()) >> level;
    }
}
