package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.source.Piece;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Lays pieces on paper, several on a page. Lengths are points.
 *
 * @param paper upright or lying, as it goes through the printer
 * @param across how many pieces stand side by side
 * @param down how many stand below each other
 * @param fit how a piece goes into its cell
 * @param margin around all cells
 * @param gap between the cells
 */
public record PrintLayout(Extent paper, int across, int down, Fit fit, double margin, double gap) {

    /** Points of a millimetre. */
    public static final double MM = 72 / 25.4;

    /** How a piece goes into its cell. */
    public enum Fit {
        /** The whole piece, as large as the cell allows. */
        FIT,
        /** The cell is filled, and what reaches beyond is cut off. */
        FILL,
        /** As large as it is on paper; what reaches beyond the cell is cut off. */
        ACTUAL
    }

    public PrintLayout {
        double width = paper.width() - 2 * margin - (across - 1) * gap;
        double height = paper.height() - 2 * margin - (down - 1) * gap;
        if (across < 1 || down < 1 || margin < 0 || gap < 0 || width / across < MM || height / down < MM) {
            throw new IllegalArgumentException("margins and gaps leave no room on the paper");
        }
    }

    /** The sizes of paper that go by a name, upright. */
    public static Optional<Extent> paper(String name) {
        return switch (name) {
            case "A3" -> Optional.of(new Extent(297 * MM, 420 * MM));
            case "A4" -> Optional.of(new Extent(210 * MM, 297 * MM));
            case "Letter" -> Optional.of(new Extent(8.5 * 72, 11 * 72));
            default -> Optional.empty();
        };
    }

    /**
     * A piece on a page.
     *
     * @param number of the piece, from 0
     * @param place where all of it goes
     * @param cell what is seen of it
     */
    public record Placed(int number, Box place, Box cell) {

        /** What stands on the paper in the end. */
        public Box seen() {
            return place.intersection(cell).orElse(cell);
        }
    }

    /** The pages, each with its pieces. */
    public List<List<Placed>> pages(List<Piece> pieces) {
        List<List<Placed>> pages = new ArrayList<>();
        int each = across * down;
        for (int i = 0; i < pieces.size(); i++) {
            if (i % each == 0) {
                pages.add(new ArrayList<>());
            }
            pages.get(pages.size() - 1).add(placed(pieces.get(i), i, cell(i % each)));
        }
        return pages;
    }

    private Box cell(int at) {
        double width = (paper.width() - 2 * margin - (across - 1) * gap) / across;
        double height = (paper.height() - 2 * margin - (down - 1) * gap) / down;
        return new Box(margin + at % across * (width + gap), margin + at / across * (height + gap), width, height);
    }

    private Placed placed(Piece piece, int number, Box cell) {
        Extent size = Sheet.natural(piece).times(Piece.POINTS / Piece.CSS_PX);
        double across = cell.width() / size.width();
        double down = cell.height() / size.height();
        double scale =
                switch (fit) {
                    case FIT -> Math.min(across, down);
                    case FILL -> Math.max(across, down);
                    case ACTUAL -> 1;
                };
        Extent scaled = size.times(scale);
        Box place = new Box(
                cell.x() + (cell.width() - scaled.width()) / 2,
                cell.y() + (cell.height() - scaled.height()) / 2,
                scaled.width(),
                scaled.height());
        return new Placed(number, place, cell);
    }

    /** Rows and columns for so many pieces on a page, as near to square cells as the paper allows. */
    public static int[] grid(int pieces, Extent paper) {
        int[] best = {1, pieces};
        double worst = Double.MAX_VALUE;
        for (int across = 1; across <= pieces; across++) {
            if (pieces % across == 0) {
                double shape = Math.abs(Math.log(paper.width() / across / (paper.height() / (pieces / across))));
                if (shape < worst) {
                    worst = shape;
                    best = new int[] {across, pieces / across};
                }
            }
        }
        return best;
    }
}
