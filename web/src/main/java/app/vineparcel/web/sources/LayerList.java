package app.vineparcel.web.sources;

import app.vineparcel.core.source.Layer;
import java.util.List;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A source's layers as they are kept in the database. */
final class LayerList {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** More than anyone reads; a drawing may have thousands of groups. */
    private static final int MOST = 500;

    private LayerList() {}

    static String written(List<Layer> layers) {
        return JSON.writeValueAsString(layers.stream().limit(MOST).toList());
    }

    static List<Layer> read(String json) {
        return JSON.readValue(json, new TypeReference<List<Layer>>() {});
    }
}
