package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Ground;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.MarkLayer;
import app.vineparcel.core.raster.MarkedRows;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.WatermarkClause;
import app.vineparcel.core.source.Mark;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.TextMark;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** Lays the mark of a recipe over a picture at the rendition's own resolution. */
final class Watermarking {

    /** The room between tiles, as a share of a mark's width and height. */
    private static final double TILE_GAP = 0.5;

    private final WatermarkClause clause;
    private final Shelf shelf;

    Watermarking(WatermarkClause clause, Shelf shelf) {
        this.clause = clause;
        this.shelf = shelf;
    }

    LinearRows over(LinearRows picture, LinearSpace space) throws ProblemException {
        PixelSize size = picture.size();
        int shortEdge = Math.min(size.width(), size.height());
        int width = width(shortEdge);
        Pixels drawn = drawn(true, width);
        if (clause.adapts() && !isLight(picture, space, drawn.size())) {
            drawn = drawn(false, width);
        }
        return new MarkedRows(
                picture, space, MarkLayer.of(drawn, space), clause.opacity(), places(size, drawn.size(), shortEdge));
    }

    /** Where the mark lies on a rendition of that size, px; the first where it is repeated. */
    Box box(PixelSize size) throws ProblemException {
        int shortEdge = Math.min(size.width(), size.height());
        PixelSize mark = drawn(true, width(shortEdge)).size();
        double inset = clause.inset() * shortEdge;
        return new Box(
                clause.anchor().left(size, mark, inset),
                clause.anchor().top(size, mark, inset),
                mark.width(),
                mark.height());
    }

    private int width(int shortEdge) {
        return (int) Math.max(1, Math.round(clause.scale() * shortEdge));
    }

    private Pixels drawn(boolean lightGround, int width) throws ProblemException {
        Mark mark = mark(lightGround);
        try {
            return mark.draw(width, clause.rotation());
        } catch (IOException | RuntimeException e) {
            throw new ProblemException(
                    new Problem.BadRequest(
                            clause.mark() instanceof WatermarkClause.FileMark file ? file.name() : "watermark",
                            "The watermark cannot be drawn %d px wide.".formatted(width),
                            "Choose a smaller width in the recipe, or another watermark."),
                    e);
        }
    }

    private boolean isLight(LinearRows picture, LinearSpace space, PixelSize mark) {
        if (clause.tile()) {
            return Ground.lightness(picture, space, 0, 0, picture.size()) > WatermarkClause.MIDDLE;
        }
        double inset =
                clause.inset() * Math.min(picture.size().width(), picture.size().height());
        return Ground.lightness(
                        picture,
                        space,
                        clause.anchor().left(picture.size(), mark, inset),
                        clause.anchor().top(picture.size(), mark, inset),
                        mark)
                > WatermarkClause.MIDDLE;
    }

    /** The mark for light or for dark ground; the same where it does not adapt. */
    private Mark mark(boolean lightGround) throws ProblemException {
        if (clause.mark() instanceof WatermarkClause.TextMark text) {
            int colour = clause.adapts() ? text.adapted(lightGround) : text.rgb();
            return new TextMark(text.text(), colour);
        }
        WatermarkClause.FileMark file = (WatermarkClause.FileMark) clause.mark();
        return shelf.mark(lightGround ? file.name() : file.onDark().orElse(file.name()));
    }

    private List<MarkedRows.Place> places(PixelSize picture, PixelSize mark, int shortEdge) {
        double inset = clause.inset() * shortEdge;
        int left = clause.anchor().left(picture, mark, inset);
        int top = clause.anchor().top(picture, mark, inset);
        if (!clause.tile()) {
            return List.of(new MarkedRows.Place(left, top));
        }
        int across = (int) Math.ceil(mark.width() * (1 + TILE_GAP));
        int down = (int) Math.ceil(mark.height() * (1 + TILE_GAP));
        List<MarkedRows.Place> places = new ArrayList<>();
        for (int y = Math.floorMod(top, down) - down; y < picture.height(); y += down) {
            for (int x = Math.floorMod(left, across) - across; x < picture.width(); x += across) {
                places.add(new MarkedRows.Place(x, y));
            }
        }
        return places;
    }
}
