package app.vineparcel.core.recipe;

import java.util.Map;

/**
 * What a rendition says of itself. Location is never written.
 *
 * @param keepRights whether the source's rights are kept
 * @param set rights fields that get another text, by the words of {@code Rights.FIELDS}
 */
public record MetadataClause(boolean keepRights, Map<String, String> set) {

    /** The source's rights and nothing else. */
    public static final MetadataClause RIGHTS = new MetadataClause(true, Map.of());

    public MetadataClause {
        set = java.util.Collections.unmodifiableMap(new java.util.TreeMap<>(set));
    }
}
