package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.source.Piece;
import java.util.List;
import java.util.Optional;

/** A piece as everybody but its own table sees it: read only, as it was when it was asked for. */
public interface StoredPiece {

    /** Words of the recipes that its document asks for; empty where it leaves that open. */
    List<String> wants();

    /** What somebody wrote for those who cannot see it. */
    Optional<String> altText();

    /** The key, once stored. */
    long id();

    long assignmentId();

    /** The source that it is of; empty for a sheet. */
    Optional<Long> sourceId();

    /** Its place within its source. */
    int position();

    /** Finds it in its source; a region has the key of what it lies on. */
    String key();

    Piece.Kind kind();

    /** What people call it, else what its source does. */
    String name();

    /** What its source calls it. */
    String ownName();

    boolean isRenamed();

    /** Whether its source still has it. */
    boolean isPresent();

    /** Whether it is rendered unless somebody says otherwise. */
    boolean isOffered();

    boolean isRegion();

    boolean isSheet();

    /** What lies on a sheet, as JSON; empty otherwise. */
    String sheetBody();

    /** How large it is, in its units. */
    Extent extent();

    /** Where a region lies on its piece. */
    Optional<Box> box();

    /** As the core knows it. */
    Piece piece();

    /** {@code 200 × 300 px}, and on paper where that is known. */
    String sizeWords();

    /** Whether it is here only because its document asked for it. */
    boolean isAsked();

    /** Whether it was made beside what its source consists of, and can go without it. */
    boolean isBesideOthers();

    /** How large what a region lies on was when it was drawn. */
    Optional<Extent> base();
}
