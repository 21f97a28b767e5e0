package app.vineparcel.core.hostile;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes every hostile file, always the same bytes. */
final class HostileCorpus {

    private HostileCorpus() {}

    static Map<String, byte[]> all() throws IOException {
        Map<String, byte[]> all = new LinkedHashMap<>(HostileDrawings.all());
        all.putAll(HostilePages.all());
        all.putAll(HostilePictures.all());
        all.putAll(HostileLayers.all());
        return all;
    }
}
