package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.testing.Rendering;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlanStepTest {

    private static final List<Choices.CellKey> CELLS = IntStream.range(0, 60)
            .mapToObj(i -> new Choices.CellKey("" + (1 + i % 20), "1." + i / 20))
            .toList();

    private static Choices some(Random random, Choices from) {
        List<Choices.CellKey> turned =
                CELLS.stream().filter(cell -> random.nextInt(3) == 0).toList();
        Choices other = from.turned(turned, random.nextBoolean());
        return random.nextBoolean()
                ? other
                : other.overridden(
                        CELLS.get(random.nextInt(60)),
                        PieceOverride.between(
                                Rendering.recipe("'name': 'a'"),
                                Rendering.recipe("'name': '%s'".formatted(random.nextInt(3)))));
    }

    /** Applied to the one, the edits give the other; their inverse gives the one again. */
    private static Choices applied(Choices to, List<PlanEdit> edits) throws Exception {
        Choices now = to;
        for (PlanEdit edit : edits) {
            Choices.CellKey cell = new Choices.CellKey(edit.piece(), edit.at());
            if (edit.kind() == PlanEdit.Kind.TURN) {
                now = now.turned(List.of(cell), PlanEdit.ON.equals(edit.after()));
            } else {
                String after = edit.after();
                now = now.overridden(cell, PieceOverride.read(after == null ? "{\"recipe\": 1}" : after));
            }
        }
        return now;
    }

    /** What choices say of every cell. */
    private static List<String> said(Choices choices) {
        return CELLS.stream()
                .map(cell -> choices.isOn(cell.piece(), cell.column())
                        + choices.override(cell.piece(), cell.column())
                                .map(PieceOverride::written)
                                .orElse(""))
                .toList();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void what_differs_leads_from_one_to_the_other_and_back(long seed) throws Exception {
        Random random = new Random(seed);
        Choices before = some(random, Choices.ALL);
        Choices after = some(random, before);
        PlanStep step = new PlanStep("x", PlanStep.between(before, after, CELLS));
        assertThat(said(applied(before, step.edits()))).isEqualTo(said(after));
        assertThat(said(applied(after, step.inverse().edits()))).isEqualTo(said(before));
        assertThat(step.inverse().inverse()).isEqualTo(step);
        PlanStep read = PlanStep.read("x", step.written());
        assertThat(read.edits()).containsExactlyInAnyOrderElementsOf(step.edits());
    }

    @Test
    void other_edits_are_read_as_they_were_written_and_ten_thousand_cells_take_few_letters() {
        List<PlanEdit> edits = new ArrayList<>(List.of(
                new PlanEdit(PlanEdit.Kind.NAME, "7", "", null, "“Plum” \\ 3"),
                new PlanEdit(PlanEdit.Kind.CROP, "7", "1.500", "0.5 0.25 1.0", null),
                new PlanEdit(PlanEdit.Kind.ORDER, "", "2.9", "1,2,3", "3,2,1")));
        assertThat(PlanStep.read("l", new PlanStep("l", edits).written())).isEqualTo(new PlanStep("l", edits));
        IntStream.rangeClosed(1, 10_000)
                .forEach(i -> edits.add(PlanEdit.turn(new Choices.CellKey("" + i, "1." + i % 2), false)));
        IntStream.rangeClosed(10_001, 20_000)
                .forEach(i -> edits.add(PlanEdit.turn(new Choices.CellKey("" + i, "1.1"), true)));
        String written = new PlanStep("l", edits.subList(10_003, 20_003)).written();
        assertThat(written).hasSizeLessThan(100);
        assertThat(PlanStep.read("l", new PlanStep("l", edits).written()).edits())
                .containsExactlyInAnyOrderElementsOf(edits);
    }
}
