package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.plan.SheetLayout;
import app.vineparcel.core.source.Piece;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lays pieces on sheets. */
@Service
class SheetService {

    private static final double USUAL_GAP = 16;
    private static final double LARGEST = 100_000;
    private static final List<String> LAYOUTS = List.of("row", "column", "grid", "free");

    private final PieceService pieces;

    SheetService(PieceService pieces) {
        this.pieces = pieces;
    }

    /**
     * One.
     *
     * @throws ProblemException if the piece of that number is no sheet
     */
    StoredPieceEntity get(long id) throws ProblemException {
        StoredPieceEntity sheet = pieces.entity(id);
        if (!sheet.isSheet()) {
            throw new ProblemException(new Problem.Vanished(
                    "sheet " + id, Text.of("sources.there-is-no-such-3"), Text.of("sources.choose-one-on-the")));
        }
        return sheet;
    }

    /** A new sheet of these pieces, in a row. */
    @Transactional(rollbackFor = ProblemException.class)
    StoredPieceEntity create(long assignmentId, List<StoredPiece> chosen) throws ProblemException {
        List<StoredPiece> items =
                chosen.stream().filter(piece -> !piece.isSheet()).toList();
        if (items.isEmpty() || items.size() > Sheet.MOST) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("sources.the-sheet"),
                    items.isEmpty()
                            ? Text.of("sources.nothing-suitable-is-selected")
                            : Text.of("sources.a-sheet-takes-up"),
                    Text.of("sources.select-pictures-artboards-pages")));
        }
        SheetBody body = items(new SheetBody("row", USUAL_GAP, USUAL_GAP, "transparent", List.of()), items);
        Extent size = size(body, items);
        String name = Text.of("sources.sheet-of", items.size());
        StoredPieceEntity sheet = new StoredPieceEntity(
                assignmentId, null, Piece.drawn("sheet", name, Piece.Kind.SHEET, size, Piece.CSS_PX));
        sheet.setSheet(body.written(), size);
        return pieces.saveSheet(sheet);
    }

    /**
     * Lays a sheet anew.
     *
     * @param wanted rule, gap, margin and background
     * @param places for a free layout: {@code key=x,y} of every piece, by semicolons; in any other the order of the keys counts
     */
    @Transactional(rollbackFor = ProblemException.class)
    void arrange(long id, String name, SheetBody wanted, String places) throws ProblemException {
        StoredPieceEntity sheet = get(id);
        boolean sound = LAYOUTS.contains(wanted.layout())
                && wanted.gap() >= 0
                && wanted.gap() <= LARGEST
                && wanted.margin() >= 0
                && wanted.margin() <= LARGEST
                && wanted.background().matches("transparent|#[0-9a-fA-F]{6}");
        if (!sound) {
            throw new ProblemException(new Problem.BadRequest(
                    sheet.name(), Text.of("sources.gap-and-margin-are"), Text.of("sources.correct-the-numbers")));
        }
        SheetBody before = SheetBody.read(sheet.sheetBody());
        List<Place> order = Place.read(places);
        List<StoredPiece> items = pieces.chosen(
                sheet.assignmentId(),
                order.isEmpty()
                        ? before.items().stream().map(SheetBody.Item::piece).toList()
                        : order.stream().map(Place::piece).toList());
        if (items.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    sheet.name(), Text.of("sources.no-piece-would-be"), Text.of("sources.leave-at-least-one")));
        }
        SheetBody body = wanted.layout().equals("free") ? free(wanted, before, items, order) : items(wanted, items);
        Extent size = size(body, items);
        sheet.setSheet(body.written(), size);
        sheet.rename(name);
        pieces.saveSheet(sheet);
    }

    /** Where a piece was put. */
    private record Place(long piece, double x, double y) {

        static List<Place> read(String text) throws ProblemException {
            List<Place> places = new ArrayList<>();
            try {
                for (String part : text.split(";")) {
                    if (!part.isBlank()) {
                        String[] sides = part.split("[=,]");
                        places.add(new Place(
                                Long.parseLong(sides[0]), Double.parseDouble(sides[1]), Double.parseDouble(sides[2])));
                    }
                }
            } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
                throw new ProblemException(
                        new Problem.BadRequest(
                                Text.of("sources.the-sheet"),
                                Text.of("sources.the-page-sent-something"),
                                Text.of("sources.reload-the-page")),
                        e);
            }
            return places;
        }
    }

    private static SheetBody items(SheetBody wanted, List<StoredPiece> items) {
        List<Box> places = layout(wanted, items.size()).lay(natural(items)).places();
        List<SheetBody.Item> all = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            Box box = places.get(i);
            all.add(new SheetBody.Item(items.get(i).id(), box.x(), box.y(), box.width(), box.height()));
        }
        return new SheetBody(wanted.layout(), wanted.gap(), wanted.margin(), wanted.background(), all);
    }

    private static SheetBody free(SheetBody wanted, SheetBody before, List<StoredPiece> items, List<Place> order) {
        List<Extent> sizes = natural(items);
        List<SheetBody.Item> all = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            long id = items.get(i).id();
            Optional<Place> put =
                    order.stream().filter(place -> place.piece() == id).findFirst();
            Optional<SheetBody.Item> stood =
                    before.items().stream().filter(one -> one.piece() == id).findFirst();
            double x = put.map(Place::x).or(() -> stood.map(SheetBody.Item::x)).orElse(wanted.margin());
            double y = put.map(Place::y).or(() -> stood.map(SheetBody.Item::y)).orElse(wanted.margin());
            all.add(new SheetBody.Item(
                    id,
                    Math.max(0, x),
                    Math.max(0, y),
                    sizes.get(i).width(),
                    sizes.get(i).height()));
        }
        return new SheetBody("free", wanted.gap(), wanted.margin(), wanted.background(), all);
    }

    private static Extent size(SheetBody body, List<StoredPiece> items) {
        if (!body.layout().equals("free")) {
            return layout(body, items.size()).lay(natural(items)).size();
        }
        double right = 0;
        double bottom = 0;
        for (SheetBody.Item one : body.items()) {
            right = Math.max(right, one.x() + one.width());
            bottom = Math.max(bottom, one.y() + one.height());
        }
        return new Extent(right + body.margin(), bottom + body.margin());
    }

    private static SheetLayout layout(SheetBody body, int count) {
        return switch (body.layout()) {
            case "column" -> SheetLayout.column(body.gap(), body.margin());
            case "grid" -> SheetLayout.grid(count, body.gap(), body.margin());
            default -> SheetLayout.row(count, body.gap(), body.margin());
        };
    }

    private static List<Extent> natural(List<StoredPiece> items) {
        return items.stream().map(piece -> Sheet.natural(piece.piece())).toList();
    }
}
