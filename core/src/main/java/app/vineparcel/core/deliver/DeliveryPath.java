package app.vineparcel.core.deliver;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.util.Arrays;
import java.util.List;

/** Paths below a destination. */
public final class DeliveryPath {

    private DeliveryPath() {}

    /**
     * The steps of a path.
     *
     * @throws ProblemException if it leads out of the destination, into our hidden folder, or nowhere
     */
    public static List<String> steps(String path) throws ProblemException {
        List<String> steps = Arrays.asList(path.split("/", -1));
        boolean sound = steps.stream()
                        .noneMatch(step -> step.isEmpty()
                                || step.equals(".")
                                || step.equals("..")
                                || step.indexOf('\0') >= 0
                                || step.indexOf('\\') >= 0)
                && !steps.get(0).equals(Ledger.FOLDER);
        if (!sound) {
            throw outside(path);
        }
        return steps;
    }

    static ProblemException outside(String path) {
        return new ProblemException(new Problem.BadRequest(
                path,
                "This path leads out of the destination.",
                "Name folders below the destination only, without links."));
    }

    /** What stands there is somebody else's. */
    public static ProblemException taken(String path) {
        return new ProblemException(new Problem.InTheWay(
                path,
                "There is already a file there that Vine Parcel did not write, or that was changed since.",
                "Move it away, or change the name or folder in the recipe."));
    }
}
