package app.vineparcel.core.plan;

import app.vineparcel.core.measure.ColourSpread;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.measure.PictureHash;
import java.util.ArrayList;
import java.util.List;

/** Finds pictures of a plan that look nearly the same; drawings of one layout often do, and are left alone. */
public final class SimilarPictures {

    private static final double SAME_SHAPE = 0.02;
    private static final double SAME_COLOURS = 0.6;

    private SimilarPictures() {}

    /** The same pieces, each that looks nearly like an earlier one beside that one. */
    public static List<PlanPiece> found(List<PlanPiece> pieces) {
        long[] hashes = pieces.stream()
                .mapToLong(piece -> piece.known()
                        .facts()
                        .filter(facts -> !piece.piece().isDrawn())
                        .map(PictureFacts::hash)
                        .orElse(0L))
                .toArray();
        List<PlanPiece> all = new ArrayList<>(pieces);
        for (int i = 1; i < hashes.length; i++) {
            for (int earlier = 0; earlier < i && hashes[i] != 0; earlier++) {
                if (PictureHash.near(hashes[i], hashes[earlier]) && alike(pieces.get(i), pieces.get(earlier))) {
                    PlanPiece piece = pieces.get(i);
                    all.set(
                            i,
                            piece.withKnown(
                                    piece.known().beside(pieces.get(earlier).name())));
                    break;
                }
            }
        }
        return List.copyOf(all);
    }

    private static ColourSpread colours(PlanPiece piece) {
        return piece.known().facts().map(PictureFacts::colours).orElse(ColourSpread.NONE);
    }

    private static boolean alike(PlanPiece one, PlanPiece other) {
        double ratio =
                one.piece().size().box().aspect() / other.piece().size().box().aspect();
        return Math.abs(Math.log(ratio)) < SAME_SHAPE && colours(one).overlap(colours(other)) > SAME_COLOURS;
    }
}
