package app.vineparcel.core.testing;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.io.TempDir;

/** Pieces of documents through recipes into a folder. */
public abstract class DocumentRuns {

    protected static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    protected Path folder;

    protected List<PlanPiece> pieces(String name, byte[] content) throws Exception {
        Path file = Files.write(folder.resolve(name), content);
        SourceReader.Contents contents = READER.contents(file, SourceOptions.PLAIN);
        List<PlanPiece> pieces = new ArrayList<>();
        for (Piece piece : contents.pieces().stream().filter(Piece::offered).toList()) {
            pieces.add(new PlanPiece(
                    "",
                    file,
                    piece.name(),
                    contents.info(),
                    Optional.empty(),
                    pieces.size() + 1,
                    new PlanPiece.Part(piece, SourceOptions.PLAIN, contents.layers(), Optional.empty())));
        }
        return pieces;
    }

    protected static Plan plan(List<PlanPiece> pieces, String clauses) {
        return new Planner("", LocalDate.EPOCH, new FolderShelf(List.of()))
                .plan(pieces, List.of(new PlanColumn("", Rendering.recipe(clauses), "", "")));
    }

    protected Map<String, Outcome> run(Plan plan) {
        Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
        RenditionSink sink = (path, content) -> {
            try {
                Path file = folder.resolve(path);
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(new Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
            }
        };
        new RenderRun(
                        READER,
                        new FolderShelf(List.of()),
                        sink,
                        (rendition, outcome) -> outcomes.put(rendition.path(), outcome),
                        () -> false)
                .render(plan, 2);
        return outcomes;
    }

    protected void runWell(Plan plan) {
        run(plan)
                .forEach((path, outcome) ->
                        assertThat(outcome).as("%s: %s", path, outcome).isInstanceOf(Outcome.Done.class));
    }

    protected BufferedImage picture(String name) throws IOException {
        return ImageIO.read(folder.resolve(name).toFile());
    }

    /** The mean difference of samples. */
    protected static double difference(BufferedImage a, BufferedImage b) {
        assertThat(b.getWidth()).isEqualTo(a.getWidth());
        assertThat(b.getHeight()).isEqualTo(a.getHeight());
        long sum = 0;
        for (int y = 0; y < a.getHeight(); y++) {
            for (int x = 0; x < a.getWidth(); x++) {
                for (int shift = 0; shift < 24; shift += 8) {
                    sum += Math.abs((a.getRGB(x, y) >> shift & 255) - (b.getRGB(x, y) >> shift & 255));
                }
            }
        }
        return sum / 3.0 / a.getWidth() / a.getHeight();
    }

    /** What the piece looks like when it is drawn, on white at 192 ppi. */
    protected BufferedImage drawn(List<PlanPiece> pieces, String file) throws Exception {
        runWell(
                plan(
                        pieces,
                        "'size': {'ppi': 192}, 'background': '#ffffff', 'format': {'type': 'png', 'bits': 24}, 'name': '{piece|kebab}'"));
        return picture(file);
    }
}
