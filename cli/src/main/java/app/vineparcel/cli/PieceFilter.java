package app.vineparcel.cli;

import app.vineparcel.core.plan.PieceSelection;
import app.vineparcel.core.source.Piece;
import java.util.ArrayList;
import java.util.List;

/**
 * Which pieces of documents are expected: by name, by a name with {@code *} and {@code ?} in it, by number or by a range of numbers.
 *
 * @param wanted as they were given; none means all
 */
record PieceFilter(List<String> wanted) {

    /** Whether nothing was asked for by name. */
    boolean wantsAll() {
        return wanted.isEmpty();
    }

    /** The pieces that are expected, in the order in which they were asked for. */
    List<Piece> of(List<Piece> pieces) {
        if (wanted.isEmpty()) {
            return pieces.stream().filter(Piece::offered).toList();
        }
        List<Piece> chosen = new ArrayList<>();
        for (String word : wanted) {
            for (int i = 0; i < pieces.size(); i++) {
                if (PieceSelection.fits(
                                word, i + 1, pieces.get(i).name(), pieces.get(i).key())
                        && !chosen.contains(pieces.get(i))) {
                    chosen.add(pieces.get(i));
                }
            }
        }
        return chosen;
    }
}
