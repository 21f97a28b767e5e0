package app.vineparcel.cli;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.Taking;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The named sources, folders opened and sorted by name, and those that cannot be read.
 *
 * @param pieces what can be rendered
 * @param unreadable what cannot, with its reason
 */
record SourceList(List<PlanPiece> pieces, List<Unreadable> unreadable) {

    private static final Set<String> ENDINGS =
            Set.of("jpg", "jpeg", "png", "tif", "tiff", "webp", "gif", "bmp", "svg", "svgz", "pdf", "ora");

    /** A source that cannot be read. */
    record Unreadable(Path file, Problem problem) {}

    /**
     * Looks into the sources.
     *
     * @param filter which pieces of documents are wanted
     * @param taking how documents are taken
     */
    static SourceList of(List<Path> named, SourceReader reader, PieceFilter filter, Taking taking) throws IOException {
        List<PlanPiece> pieces = new ArrayList<>();
        List<Unreadable> unreadable = new ArrayList<>();
        for (Path file : files(named)) {
            try {
                SourceReader.Contents contents = reader.contents(file, taking);
                boolean document = contents.isDocument();
                for (Piece piece : document ? filter.of(contents.pieces()) : contents.pieces()) {
                    pieces.add(new PlanPiece(
                            file.toString(),
                            file,
                            piece.name(),
                            contents.info(),
                            Optional.empty(),
                            pieces.size() + 1,
                            new PlanPiece.Part(piece, taking, contents.layers(), Optional.empty())));
                }
            } catch (ProblemException e) {
                unreadable.add(new Unreadable(file, e.problem()));
            }
        }
        return new SourceList(List.copyOf(pieces), List.copyOf(unreadable));
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
                        .filter(SourceList::looksLikeAPicture)
                        .sorted()
                        .forEach(files::add);
            }
        }
        return files;
    }

    private static boolean looksLikeAPicture(Path file) {
        String name = file.getFileName().toString();
        return !name.startsWith(".")
                && ENDINGS.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /** Whether there is neither. */
    boolean isEmpty() {
        return pieces.isEmpty() && unreadable.isEmpty();
    }
}
