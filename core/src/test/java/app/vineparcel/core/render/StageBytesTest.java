package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What each stage allocates for one picture by five recipes: counted, not timed, so that it says the same on a busy machine. More than a fifth above
 * what stands here is a change that somebody has to want.
 */
class StageBytesTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);
    private static final ThreadMXBean THREADS = (ThreadMXBean) ManagementFactory.getThreadMXBean();
    private static final double MOST = 1.2;

    /** Bytes a pixel of the source. */
    private static final Map<Stage, Double> STAND =
            Map.of(Stage.DECODE, 3.35, Stage.RESAMPLE, 3.8, Stage.SHARPEN, 0.06, Stage.COLOUR, 4.3, Stage.ENCODE, 5.2);

    @TempDir
    Path folder;

    @Test
    void no_stage_allocates_a_fifth_more_than_it_did() throws Exception {
        Path file = folder.resolve("field.jpg");
        new JpegFormat(90, false, Chroma.HALF)
                .writer()
                .write(
                        new Picture(Pictures.photo(1800, 1200, 4), BuiltInProfile.DISPLAY_P3.profile()),
                        FileTags.profiled(300),
                        file);
        Plan plan = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(
                        List.of(PlanPiece.picture(
                                "", file, "field", READER.inspect(file), Optional.of(FocalPoint.CENTRE), 1)),
                        List.of(
                                column("'format': {'quality': 92, 'chroma': '4:4:4'}, 'folder': 'a'"),
                                column(
                                        "'size': {'mode': 'long-edge', 'px': 614}, 'sharpen': {'for': 'screen', 'strength': 35},"
                                                + " 'format': {'quality': 82, 'progressive': true}, 'folder': 'b'"),
                                column("'size': {'mode': 'fill', 'width': 324, 'height': 324}, 'folder': 'c'"),
                                column(
                                        "'size': {'mode': 'long-edge', 'px': 480}, 'format': {'type': 'webp'}, 'folder': 'd'"),
                                column(
                                        "'size': {'mode': 'long-edge', 'px': 120}, 'format': {'type': 'png'}, 'folder': 'e'")));
        made(plan, "first"); // what is made once a process is not counted
        Map<Stage, StageCost> spent = made(plan, "second");
        STAND.forEach((stage, most) -> assertThat(spent.get(stage).bytes() / (1800.0 * 1200))
                .as("bytes a pixel that %s allocates; if it has to be more, say so here and in the change log", stage)
                .isLessThan(most * MOST));
    }

    private static PlanColumn column(String clauses) {
        return new PlanColumn("", Rendering.recipe(clauses), "", "");
    }

    private Map<Stage, StageCost> made(Plan plan, String name) {
        Map<Stage, StageCost> spent = new EnumMap<>(Stage.class);
        RenderListener listener = new RenderListener() {
            @Override
            public void finished(PlannedRendition rendition, Outcome outcome) {
                assertThat(outcome).isInstanceOf(Outcome.Done.class);
            }

            @Override
            public void sourceFinished(Map<Stage, StageCost> ofSource) {
                spent.putAll(ofSource);
            }

            @Override
            public long allocated() {
                return THREADS.getCurrentThreadAllocatedBytes();
            }
        };
        RenditionSink sink = (path, content) -> {
            try {
                Path to = folder.resolve(name).resolve(path);
                Files.createDirectories(to.getParent());
                content.writeTo(to);
                return new RenditionSink.Placed(Files.size(to), "");
            } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        };
        new RenderRun(READER, Shelf.EMPTY, sink, listener, () -> false).render(plan, 1);
        return spent;
    }
}
