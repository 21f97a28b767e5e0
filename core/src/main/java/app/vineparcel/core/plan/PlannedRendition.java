package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.ExactFraming;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.SourceOptions;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * One file that will be made.
 *
 * @param piece of what; the first where there are several
 * @param column by which recipe
 * @param framing which part of the piece, at how many pixels
 * @param path where it goes, relative to the destination, with {@code /} between folders
 * @param predictedBytes about how heavy it will be
 * @param findings what preflight noticed
 * @param pages all of its pieces in order, if it is made of several
 */
public record PlannedRendition(
        PlanPiece piece,
        PlanColumn column,
        Framing framing,
        String path,
        long predictedBytes,
        List<Finding> findings,
        List<PlanPiece> pages) {

    /** Whether which part is shown depends on a focal point that nobody gave; sizes never do. */
    public boolean needsFocus() {
        return Frames.needsFocus(piece, column, framing);
    }

    /** The framing about a focal point that was found since. */
    public Framing framing(Optional<FocalPoint> found) {
        return found.map(focus -> Frames.of(piece, column).frame(piece.piece().size(), focus))
                .orElse(framing);
    }

    /** A page's framing before it is rounded to pixels. */
    public ExactFraming exact(PlanPiece page) {
        return Frames.exact(page, column);
    }

    /** The aspect that the piece is cropped to; empty where its own is kept. */
    public Optional<Aspect> cropsTo() {
        return Frames.of(piece, column).cropsTo();
    }

    /** How the source of a page is taken, without what the channel keeps out. */
    public SourceOptions options(PlanPiece page) {
        return page.part().options().without(column.rules().keptOut());
    }

    /** The rendition's size, px. */
    public PixelSize size() {
        return framing.canvas();
    }

    /** Whether nothing stands in its way. */
    public boolean canBeMade() {
        return blocker().isEmpty();
    }

    /** The first thing that stands in its way. */
    public Optional<Finding> blocker() {
        return findings.stream()
                .filter(finding -> finding.level() == Finding.Level.BLOCKER)
                .findFirst();
    }

    /** Whether all that stands in its way is another file of the same path. */
    public boolean collides() {
        List<Finding> blockers = findings.stream()
                .filter(finding -> finding.level() == Finding.Level.BLOCKER)
                .toList();
        return !blockers.isEmpty()
                && blockers.stream().allMatch(finding -> finding.code().equals(Finding.SAME_PATH));
    }

    /** How much its worst finding matters; there must be one. */
    public Finding.Level worst() {
        return findings.stream()
                .map(Finding::level)
                .min(Comparator.naturalOrder())
                .orElseThrow();
    }

    /** The same to another place. */
    public PlannedRendition to(String other) {
        return new PlannedRendition(piece, column, framing, other, predictedBytes, findings, pages);
    }

    /** The same by another column's recipe. */
    public PlannedRendition in(PlanColumn other) {
        return new PlannedRendition(piece, other, framing, path, predictedBytes, findings, pages);
    }

    /** The same with no more than what rendering needs of its pieces. */
    public PlannedRendition bare() {
        List<PlanPiece> bare = pages.stream().map(PlanPiece::bare).toList();
        return new PlannedRendition(
                bare.isEmpty() ? piece.bare() : bare.get(0), column, framing, path, predictedBytes, findings, bare);
    }

    PlannedRendition weighing(long bytes) {
        return new PlannedRendition(piece, column, framing, path, bytes, findings, pages);
    }

    PlannedRendition finding(List<Finding> others) {
        return new PlannedRendition(piece, column, framing, path, predictedBytes, List.copyOf(others), pages);
    }

    PlannedRendition with(Finding finding) {
        List<Finding> all = new ArrayList<>(findings);
        all.add(finding);
        return new PlannedRendition(piece, column, framing, path, predictedBytes, List.copyOf(all), pages);
    }
}
