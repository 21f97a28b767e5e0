package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Mark;
import app.vineparcel.core.source.Shelf;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A shelf whose marks are read once, each remembering how it was last drawn, for a preview session. Used by one thread at a time. */
final class MarkMemory implements Shelf {

    private final Shelf shelf;
    private final Map<String, Mark> marks = new HashMap<>();

    MarkMemory(Shelf shelf) {
        this.shelf = shelf;
    }

    @Override
    public Optional<IccProfile> imported(String name) {
        return shelf.imported(name);
    }

    @Override
    public boolean hasMark(String name) {
        return shelf.hasMark(name);
    }

    @Override
    public Optional<String> content(String name) {
        return shelf.content(name);
    }

    @Override
    public Mark mark(String name) throws ProblemException {
        Mark known = marks.get(name);
        if (known == null) {
            known = new Remembering(shelf.mark(name));
            marks.put(name, known);
        }
        return known;
    }

    private static final class Remembering implements Mark {

        private final Mark mark;
        private int width;
        private double rotation;
        private @Nullable Pixels drawn;

        Remembering(Mark mark) {
            this.mark = mark;
        }

        @Override
        public Pixels draw(int wanted, double turned) throws IOException {
            if (drawn == null || wanted != width || turned != rotation) {
                drawn = mark.draw(wanted, turned);
                width = wanted;
                rotation = turned;
            }
            return drawn;
        }
    }
}
