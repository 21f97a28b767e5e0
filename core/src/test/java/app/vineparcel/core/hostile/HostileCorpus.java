package app.vineparcel.core.hostile;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes every hostile file, always the same bytes. */
final class HostileCorpus {

    private HostileCorpus() {}

    static Map<String, byte[]> all() throws IOException {
        Map<String, byte[]> all = new LinkedHashMap<>(HostileDrawings.all());
        all.putAll(HostilePages.all());
        all.putAll(HostilePictures.all());
        return all;
    }

    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        for (Map.Entry<String, byte[]> one : all().entrySet()) {
            Files.write(folder.resolve(one.getKey()), one.getValue());
        }
    }
}
