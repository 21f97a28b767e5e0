package app.vineparcel.core.source;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.ProfileShelf;
import java.util.List;
import java.util.Optional;

/** What people imported besides sources: ICC profiles and marks, by the names of their files. */
public interface Shelf extends ProfileShelf {

    /** Nothing but what is built in. */
    Shelf EMPTY = new FolderShelf(List.of());

    @Override
    Optional<IccProfile> imported(String name);

    /** Whether there is a mark of that name. */
    boolean hasMark(String name);

    /**
     * A mark.
     *
     * @throws ProblemException if there is none of that name or it cannot be read
     */
    Mark mark(String name) throws ProblemException;

    /** A word for the content of the file of a name, another after every change of it; empty where there is none. */
    Optional<String> content(String name);
}
