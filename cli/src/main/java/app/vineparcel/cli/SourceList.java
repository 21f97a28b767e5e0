package app.vineparcel.cli;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The named sources, folders opened and sorted by name, and those that cannot be read.
 *
 * @param pieces what can be rendered
 * @param leftOut what is rendered only where it is asked for by name
 * @param unreadable what cannot, with its reason
 */
record SourceList(List<PlanPiece> pieces, List<LeftOut> leftOut, List<Unreadable> unreadable) {

    /** A piece that nobody asked for. */
    record LeftOut(Path file, Piece piece, List<Notice> notices) {

        /** Whether somebody may be waiting for it. */
        boolean isMissed() {
            return notices.stream().anyMatch(Notice::matters);
        }
    }

    /** A source that cannot be read. */
    record Unreadable(Path file, Problem problem) {}

    /**
     * Looks into the sources.
     *
     * @param filter which pieces of documents are expected
     * @param options how documents are taken
     */
    static SourceList of(List<Path> named, SourceReader reader, PieceFilter filter, SourceOptions options)
            throws IOException {
        List<PlanPiece> pieces = new ArrayList<>();
        List<LeftOut> leftOut = new ArrayList<>();
        List<Unreadable> unreadable = new ArrayList<>();
        for (Path file : files(named)) {
            try {
                SourceReader.Contents contents = reader.contents(file, options);
                for (Piece piece : contents.pieces()) {
                    if (!piece.offered() && filter.wantsAll()) {
                        leftOut.add(new LeftOut(file, piece, contents.info().notices()));
                    }
                }
                boolean document = contents.isDocument();
                List<Piece> wanted = document || !contents.pieces().get(0).offered()
                        ? filter.of(contents.pieces())
                        : contents.pieces();
                for (Piece piece : wanted) {
                    pieces.add(new PlanPiece(
                            file.toString(),
                            file,
                            piece.name(),
                            contents.info(),
                            Optional.empty(),
                            pieces.size() + 1,
                            new PlanPiece.Part(piece, options, contents.layers(), Optional.empty())));
                }
            } catch (ProblemException e) {
                unreadable.add(new Unreadable(file, e.problem()));
            }
        }
        return new SourceList(List.copyOf(pieces), List.copyOf(leftOut), List.copyOf(unreadable));
    }

    private static Set<Path> files(List<Path> named) throws IOException {
        Set<Path> files = new LinkedHashSet<>();
        for (Path path : named) {
            if (!Files.isDirectory(path)) {
                files.add(path);
                continue;
            }
            try (Stream<Path> inside = Files.walk(path)) {
                inside.filter(Files::isRegularFile)
                        .filter(file -> SourceReader.mayBe(file.getFileName().toString()))
                        .sorted()
                        .forEach(files::add);
            }
        }
        return files;
    }

    /** Whether something that somebody may be waiting for is not rendered. */
    boolean lacksSomething() {
        return !unreadable.isEmpty() || leftOut.stream().anyMatch(LeftOut::isMissed);
    }

    /** Whether there is neither. */
    boolean isEmpty() {
        return pieces.isEmpty() && leftOut.isEmpty() && unreadable.isEmpty();
    }
}
