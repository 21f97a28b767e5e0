package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.List;

/**
 * A picture in linear light together with halvings of itself, each made from the one before when it is first asked for. Small renditions
 * start from the smallest halving that still has 1.4 times the pixels each way that they need, so that the last, exact step decides what they
 * look like. Used by one thread at a time.
 */
public final class Pyramid {

    /** The last step shrinks at least by this much. */
    private static final double LAST_STEP = 1.4;

    private final LinearRows base;
    private final List<LinearRows> levels = new ArrayList<>();

    /** The picture at its own size. */
    public Pyramid(LinearRows base) {
        this.base = base;
        levels.add(base);
    }

    /** The picture at its own size. */
    public LinearRows base() {
        return base;
    }

    /**
     * The shown part at another size; as {@link Resampler#resample}, from the level that suits it.
     *
     * @param crop in px of the base
     */
    public LinearImage resample(Box crop, PixelSize target, int threads) {
        double scale = Math.min(crop.width() / target.width(), crop.height() / target.height());
        int level = 0;
        while (scale / (2 << level) >= LAST_STEP && shortEdge(level) >= 4) {
            level++;
            if (level == levels.size()) {
                levels.add(Halving.of(levels.get(level - 1), threads));
            }
        }
        double share = 1.0 / (1 << level);
        Box there = new Box(crop.x() * share, crop.y() * share, crop.width() * share, crop.height() * share);
        return Resampler.resample(levels.get(level), there, target, threads);
    }

    private int shortEdge(int level) {
        return Math.min(base.size().width(), base.size().height()) >> level;
    }
}
