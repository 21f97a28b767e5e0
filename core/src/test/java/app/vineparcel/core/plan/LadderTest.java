package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Rendering;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** One recipe at several densities: each step is the plain size times its density, whatever rule the size follows. */
class LadderTest extends DocumentRuns {

    private static final Planner PLANNER = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);

    private PlanPiece drawing() throws Exception {
        return pieces(
                        "label.svg",
                        "<svg xmlns='http://www.w3.org/2000/svg' width='150' height='90'><rect width='150' height='90'/></svg>"
                                .getBytes(StandardCharsets.UTF_8))
                .get(0);
    }

    private static List<PlannedRendition> steps(PlanPiece piece, String size, String more) {
        String clauses =
                "'size': {%s 'densities': [0.5, 1, 1.5, 2, 3]}, 'format': {'type': 'png'}%s".formatted(size, more);
        return new PlanColumn("", Rendering.recipe(clauses), "", "")
                .ladder().stream().map(step -> PLANNER.plan(piece, step)).toList();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "'mode': 'long-edge', 'px': 200,",
                "'mode': 'short-edge', 'px': 48,",
                "'mode': 'width', 'px': 80,",
                "'mode': 'height', 'px': 60,",
                "'mode': 'inside', 'width': 64, 'height': 64,",
                "'mode': 'fill', 'width': 60, 'height': 80,",
                "'mode': 'pad', 'width': 60, 'height': 80,",
                "'mode': 'stretch', 'width': 60, 'height': 80,",
                "'mode': 'scale', 'factor': 0.4,",
                "'mode': 'megapixels', 'mp': 0.02,",
                "'mode': 'print', 'width': 50, 'height': 40, 'unit': 'mm', 'ppi': 72, 'fit': 'pad',",
            })
    void every_step_is_the_plain_size_times_its_density(String size) throws Exception {
        List<PlannedRendition> steps = steps(drawing(), size, "");
        PixelSize plain = steps.get(1).size();
        double[] densities = {0.5, 1, 1.5, 2, 3};
        for (int i = 0; i < densities.length; i++) {
            PixelSize step = steps.get(i).size();
            // each is rounded by itself, so that none is off by more than a pixel and what the plain one was rounded by
            double room = 1 + densities[i] / 2;
            assertThat((double) step.width())
                    .as("width of step %d", i)
                    .isBetween(plain.width() * densities[i] - room, plain.width() * densities[i] + room);
            assertThat((double) step.height())
                    .as("height of step %d", i)
                    .isBetween(plain.height() * densities[i] - room, plain.height() * densities[i] + room);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "none, none, label@0.5x.png label.png label@1.5x.png label@2x.png label@3x.png",
        "name, {stem}-{scale}, label-0.5x.png label-1x.png label-1.5x.png label-2x.png label-3x.png",
        "folder, {scale}, 0.5x/label.png 1x/label.png 1.5x/label.png 2x/label.png 3x/label.png",
        "folder, at{density}, at@0.5x/label.png at/label.png at@1.5x/label.png at@2x/label.png at@3x/label.png",
    })
    void every_step_has_a_name_of_its_own(String clause, String template, String paths) throws Exception {
        String more = clause.equals("none") ? "" : ", '%s': '%s'".formatted(clause, template);
        assertThat(steps(drawing(), "", more))
                .extracting(PlannedRendition::path)
                .containsExactly(paths.split(" "));
    }

    /** Shapes serve every density and are made once. */
    @Test
    void shapes_have_no_steps() throws Exception {
        PlanColumn column = new PlanColumn(
                "", Rendering.recipe("'size': {'densities': [1, 2, 3]}, 'format': {'type': 'svg'}"), "", "");
        assertThat(column.ladder()).hasSize(1);
        assertThat(PLANNER.plan(drawing(), column.ladder().get(0)).path()).isEqualTo("label.svg");
    }
}
