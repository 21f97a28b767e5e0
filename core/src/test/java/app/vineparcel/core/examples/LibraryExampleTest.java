package app.vineparcel.core.examples;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The core as a library: read a source, plan, look at the plan, render. {@code docs/architecture.md} shows it. */
class LibraryExampleTest {

    @TempDir
    Path folder;

    @Test
    void a_picture_goes_through_a_recipe() throws Exception {
        Path picture = folder.resolve("pears.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(640, 480, 5)), FileTags.profiled(72), picture);

        // read: what the file is, without decoding its pixels
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        SourceInfo info = reader.inspect(picture);

        // a recipe, as a file has it
        Recipe recipe = RecipeReader.read(
                """
                {"recipe": 1, "title": "Tile", "name": "{stem}-{width}", "folder": "web",
                 "size": {"mode": "fill", "width": 200, "height": 200},
                 "format": {"type": "jpeg", "quality": 82}}""",
                "tile.recipe.json");

        // plan: every file that will be made, before anything is
        PlanPiece piece = PlanPiece.picture("1", picture, info.stem(), info, Optional.empty(), 1);
        PlanColumn column = new PlanColumn("tile", recipe, "Web shop", "");
        Plan plan = new Planner("Autumn", LocalDate.of(2026, 10, 3), Shelf.EMPTY).plan(List.of(piece), List.of(column));
        List<String> said = new ArrayList<>();
        for (PlannedRendition rendition : plan.renditions()) {
            said.add("%s %s %s".formatted(rendition.path(), rendition.size(), rendition.findings()));
        }

        // render: files are in place whole or not at all
        Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
        LocalFolder destination = LocalFolder.at(folder.resolve("out"));
        new RenderRun(
                        reader,
                        Shelf.EMPTY,
                        destination,
                        (made, outcome) -> outcomes.put(made.path(), outcome),
                        () -> false)
                .render(plan, 2);

        assertThat(said).containsExactly("web/pears-200.jpg 200 × 200 []");
        assertThat(outcomes.get("web/pears-200.jpg")).isInstanceOf(Outcome.Done.class);
        assertThat(reader.inspect(folder.resolve("out/web/pears-200.jpg")).size())
                .hasToString("200 × 200");
    }
}
