package app.vineparcel.web.sources;

import java.util.List;
import java.util.Optional;

/**
 * Somebody gave pieces other names; told within the transaction that does so.
 *
 * @param assignmentId whose pieces they are
 * @param names each piece's name before and after
 */
public record PiecesRenamed(long assignmentId, List<Name> names) {

    /**
     * A piece's name.
     *
     * @param before what somebody called it; empty if it had its source's name
     * @param after the same now
     */
    public record Name(long piece, Optional<String> before, Optional<String> after) {}
}
