package app.vineparcel.web.deliveries;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A folder of a delivery.
 *
 * @param path relative to the delivery folder
 * @param files in it and below
 * @param bytes how heavy they are
 */
public record FolderLine(String path, long files, long bytes) {

    /** Its own name. */
    public String name() {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** The folders right below one, by name. */
    static List<FolderLine> below(String folder, List<DeliveryRow> rows) {
        String start = folder.isEmpty() ? "" : folder + "/";
        Map<String, FolderLine> found = new TreeMap<>();
        for (DeliveryRow row : rows) {
            String path = row.file().path();
            int slash = path.indexOf('/', start.length());
            if (path.startsWith(start) && slash > 0 && row.change() != DeliveryRow.Change.GONE) {
                found.merge(
                        path.substring(0, slash),
                        new FolderLine(path.substring(0, slash), 1, row.file().bytes()),
                        (a, b) -> new FolderLine(a.path, a.files + b.files, a.bytes + b.bytes));
            }
        }
        return List.copyOf(found.values());
    }
}
