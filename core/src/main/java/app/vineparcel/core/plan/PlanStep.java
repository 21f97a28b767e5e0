package app.vineparcel.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What somebody did to a plan at once, and can take back at once.
 *
 * @param label what it was, in a few words, such as {@code 12 cells off}
 * @param edits every single change
 */
public record PlanStep(String label, List<PlanEdit> edits) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    public PlanStep {
        edits = List.copyOf(edits);
    }

    /** What takes it back, the last change first. */
    public PlanStep inverse() {
        List<PlanEdit> back = new ArrayList<>();
        for (int i = edits.size() - 1; i >= 0; i--) {
            back.add(edits.get(i).inverse());
        }
        return new PlanStep(label, back);
    }

    /** The edits as JSON; turned cells of a column are written as ranges, so that ten thousand of them take a few letters. */
    public String written() {
        ArrayNode all = JSON.createArrayNode();
        Map<String, List<Long>> turned = new LinkedHashMap<>();
        for (PlanEdit edit : edits) {
            if (edit.kind() == PlanEdit.Kind.TURN) {
                turned.computeIfAbsent(edit.after() + " " + edit.at(), key -> new ArrayList<>())
                        .add(Long.valueOf(edit.piece()));
            } else {
                all.add(written(edit));
            }
        }
        turned.forEach((key, pieces) -> {
            String[] words = key.split(" ", 2);
            all.addObject().put("turn", words[0]).put("at", words[1]).put("pieces", ranges(pieces));
        });
        return JSON.writeValueAsString(all);
    }

    private static ObjectNode written(PlanEdit edit) {
        ObjectNode node = JSON.createObjectNode();
        node.put("kind", edit.kind().name());
        node.put("piece", edit.piece());
        node.put("at", edit.at());
        if (edit.before() != null) {
            node.put("before", edit.before());
        }
        if (edit.after() != null) {
            node.put("after", edit.after());
        }
        return node;
    }

    private static String ranges(List<Long> pieces) {
        List<Long> sorted = pieces.stream().sorted(Comparator.naturalOrder()).toList();
        List<long[]> ranges = new ArrayList<>();
        for (long piece : sorted) {
            long[] last = ranges.isEmpty() ? null : ranges.get(ranges.size() - 1);
            if (last != null && last[1] + 1 == piece) {
                last[1] = piece;
            } else {
                ranges.add(new long[] {piece, piece});
            }
        }
        return ranges.stream()
                .map(range -> range[0] == range[1] ? "" + range[0] : range[0] + "-" + range[1])
                .collect(Collectors.joining(","));
    }

    /** The step of a label and of what {@link #written()} gave. */
    public static PlanStep read(String label, String written) {
        List<PlanEdit> edits = new ArrayList<>();
        for (JsonNode node : JSON.readTree(written)) {
            if (node.has("turn")) {
                boolean on = node.get("turn").asString().equals(PlanEdit.ON);
                for (String range : node.get("pieces").asString().split(",")) {
                    String[] ends = range.split("-");
                    long last = Long.parseLong(ends[ends.length - 1]);
                    for (long piece = Long.parseLong(ends[0]); piece <= last; piece++) {
                        edits.add(PlanEdit.turn(
                                new Choices.CellKey(
                                        String.valueOf(piece), node.get("at").asString()),
                                on));
                    }
                }
            } else {
                edits.add(new PlanEdit(
                        PlanEdit.Kind.valueOf(node.get("kind").asString()),
                        node.get("piece").asString(),
                        node.get("at").asString(),
                        node.has("before") ? node.get("before").asString() : null,
                        node.has("after") ? node.get("after").asString() : null));
            }
        }
        return new PlanStep(label, edits);
    }

    /** What turns one set of choices into another, of these cells. */
    public static List<PlanEdit> between(Choices before, Choices after, List<Choices.CellKey> cells) {
        List<PlanEdit> edits = new ArrayList<>();
        for (Choices.CellKey cell : cells) {
            boolean on = after.isOn(cell.piece(), cell.column());
            if (before.isOn(cell.piece(), cell.column()) != on) {
                edits.add(PlanEdit.turn(cell, on));
            }
            String was = written(before, cell);
            String is = written(after, cell);
            if (!java.util.Objects.equals(was, is)) {
                edits.add(new PlanEdit(PlanEdit.Kind.OVERRIDE, cell.piece(), cell.column(), was, is));
            }
        }
        return edits;
    }

    private static @org.jspecify.annotations.Nullable String written(Choices choices, Choices.CellKey cell) {
        return choices.override(cell.piece(), cell.column())
                .map(PieceOverride::written)
                .orElse(null);
    }
}
