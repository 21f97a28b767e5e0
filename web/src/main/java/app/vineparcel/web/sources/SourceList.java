package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PieceSelection;
import app.vineparcel.core.source.Piece;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * The sources of an assignment as somebody asked to see them: under headings, in order.
 *
 * @param sections in their order
 * @param total how many lines there are in all, whatever is asked for
 */
record SourceList(List<Section> sections, int total) {

    /**
     * A heading and what is under it.
     *
     * @param from the place of its first line among all that are shown, from 0
     * @param document the source, if it is one that holds several pieces; else 0
     */
    record Section(String title, String words, int from, long document, List<SourceListRow> lines) {

        public int count() {
            return lines.size();
        }

        /** How many layers are kept out of the document. */
        public int keptOut() {
            return lines.get(0).keptOut();
        }

        /** What is different in two versions of it. */
        public String key() {
            return document > 0 ? "document-" + document : title;
        }
    }

    static SourceList of(List<SourceListRow> all, SourceListQuery asked) throws ProblemException {
        PieceSelection wanted = PieceSelection.parse(asked.text(), Math.max(1, all.size()));
        List<SourceListRow> shown = all.stream()
                .filter(asked::wants)
                .filter(line -> wanted.words().isEmpty() || wanted.finds(line.number(), line.name(), line.key()))
                .toList();
        Map<String, List<SourceListRow>> groups = asked.isByFolder() ? byFolder(shown) : byHeading(shown, asked);
        List<Section> sections = new ArrayList<>();
        int from = 0;
        for (Map.Entry<String, List<SourceListRow>> group : groups.entrySet()) {
            List<SourceListRow> lines =
                    group.getValue().stream().sorted(asked.order()).toList();
            boolean document = asked.isByFolder() && !lines.get(0).document().isEmpty();
            sections.add(new Section(
                    title(group.getKey(), lines.get(0), asked),
                    words(lines),
                    from,
                    document ? lines.get(0).sourceId() : 0,
                    lines));
            from += lines.size();
        }
        return new SourceList(sections, all.size());
    }

    /** Pictures, and what cannot be seen yet, by folder; then documents, each for itself; then sheets. */
    private static Map<String, List<SourceListRow>> byFolder(List<SourceListRow> shown) {
        Map<String, List<SourceListRow>> folders = new LinkedHashMap<>();
        Map<String, List<SourceListRow>> documents = new LinkedHashMap<>();
        Map<String, List<SourceListRow>> sheets = new LinkedHashMap<>();
        for (SourceListRow line : shown) {
            Map<String, List<SourceListRow>> into =
                    line.sourceId() == 0 ? sheets : line.document().isEmpty() ? folders : documents;
            String key = line.sourceId() == 0
                    ? "sheets"
                    : line.document().isEmpty() ? "f" + line.folder() : "d" + line.sourceId();
            into.computeIfAbsent(key, name -> new ArrayList<>()).add(line);
        }
        folders.putAll(documents);
        folders.putAll(sheets);
        return folders;
    }

    private static Map<String, List<SourceListRow>> byHeading(List<SourceListRow> shown, SourceListQuery asked) {
        return shown.stream().collect(Collectors.groupingBy(asked::heading, TreeMap::new, Collectors.toList()));
    }

    private static String title(String key, SourceListRow first, SourceListQuery asked) {
        if (!asked.isByFolder()) {
            return key;
        }
        if (first.sourceId() == 0) {
            return "Sheets";
        }
        if (!first.document().isEmpty()) {
            return first.document();
        }
        return first.folder().isEmpty() ? Text.of("sources.imported-files") : first.folder();
    }

    /** {@code 3 artboards and 1 region}; all of a drawing beside its parts is not counted. */
    private static String words(List<SourceListRow> lines) {
        Map<String, Long> kinds = lines.stream()
                .filter(line ->
                        lines.size() == 1 || line.offered() || line.document().isEmpty())
                .collect(Collectors.groupingBy(
                        line -> line.kind() == null || line.kind() == Piece.Kind.PICTURE
                                ? "picture"
                                : line.kind().word(),
                        LinkedHashMap::new,
                        Collectors.counting()));
        return kinds.entrySet().stream()
                .map(kind -> "%,d %s%s".formatted(kind.getValue(), kind.getKey(), kind.getValue() == 1 ? "" : "s"))
                .collect(Collectors.joining(Text.of("common.and")));
    }

    /** All lines that are shown, in order. */
    List<SourceListRow> lines() {
        return sections.stream().flatMap(section -> section.lines().stream()).toList();
    }

    /** How many are shown. */
    public int count() {
        return sections.stream().mapToInt(Section::count).sum();
    }

    public boolean isEmpty() {
        return total == 0;
    }
}
