package app.vineparcel.core.render;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import java.util.List;

/**
 * About how much work a rendition is, against others: in milliseconds of one thread of an ordinary machine. What a machine really takes is learned
 * from what it made; this says how the time is shared out among what is still to be made.
 */
public final class Effort {

    private static final double MEGA = 1e6;
    /** Opening, tags, writing, forcing to the disk. */
    private static final double EACH = 8;
    /** Reading a source and options it to linear light, a megapixel. */
    private static final double READ = 16;
    /** Going through a source's pixels once more for another size, a megapixel. */
    private static final double RESAMPLE = 7;
    /** Resampling, colour and sharpening of what comes out, a megapixel. */
    private static final double SHOW = 60;
    /** Encodings until a weight limit is met. */
    private static final double TRIES = 4;
    /** To measure how near a file looks. */
    private static final double LOOK = 140;

    private Effort() {}

    /** Of each rendition of a unit, in their order; what they share counts for the first. */
    public static double[] of(List<PlannedRendition> unit) {
        double[] efforts = new double[unit.size()];
        for (int i = 0; i < efforts.length; i++) {
            PlannedRendition planned = unit.get(i);
            double source = planned.piece().info().size().pixels() / MEGA;
            boolean drawn = planned.piece().piece().isDrawn();
            boolean first = i == 0
                    || !unit.get(i - 1).piece().piece().equals(planned.piece().piece());
            efforts[i] = EACH
                    + (drawn ? 0 : source * (first ? READ + RESAMPLE : RESAMPLE))
                    + Math.max(1, planned.pages().size()) * output(planned);
        }
        return efforts;
    }

    private static double output(PlannedRendition planned) {
        Recipe recipe = planned.column().recipe();
        OutputFormat format = recipe.format();
        if (format.isVector()) {
            return EACH;
        }
        boolean looked = recipe.looksLike().isPresent();
        double tries = recipe.maxBytes().isPresent() || looked ? TRIES : 1;
        return planned.size().pixels() / MEGA * (SHOW + (format.weighing().effort() + (looked ? LOOK : 0)) * tries);
    }
}
