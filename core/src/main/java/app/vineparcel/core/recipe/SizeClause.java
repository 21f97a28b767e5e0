package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Sizing;
import java.util.List;
import java.util.OptionalInt;

/**
 * How large a rendition is.
 *
 * @param sizing the rule
 * @param enlarge whether a picture may get more pixels than it has
 * @param ppi the resolution written into the file, where given; a vector piece in its original size is drawn at it
 * @param densities how many times that large it is made, rising; one for a single file
 */
public record SizeClause(Sizing sizing, boolean enlarge, OptionalInt ppi, List<Double> densities) {

    /** One file of the size itself. */
    public static final List<Double> SINGLE = List.of(1.0);

    public SizeClause {
        densities = List.copyOf(densities);
    }

    /** Of one density. */
    public SizeClause(Sizing sizing, boolean enlarge, OptionalInt ppi) {
        this(sizing, enlarge, ppi, SINGLE);
    }

    /** Whether it makes several densities, or one that is not the plain one. */
    public boolean isLadder() {
        return !densities.equals(SINGLE);
    }

    /** As many pixels as the piece has. */
    public static final SizeClause ORIGINAL = new SizeClause(new Sizing.Original(), false, OptionalInt.empty());
}
