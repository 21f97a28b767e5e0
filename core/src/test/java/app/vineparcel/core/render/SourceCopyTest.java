package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SourceCopyTest {

    @TempDir
    Path folder;

    private Path jpeg;

    @BeforeEach
    void a_photograph_that_says_where_it_was_taken() throws Exception {
        jpeg = folder.resolve("PEARS.JPG");
        new JpegFormat(90, false, Chroma.HALF)
                .writer()
                .write(Pictures.picture(Pictures.photo(96, 64, 2)), FileTags.profiled(300), jpeg);
        Programs.run(
                "exiftool",
                "-q",
                "-overwrite_original",
                "-n",
                "-Orientation=6",
                "-Artist=Ida Fennel",
                "-Make=Larkfield",
                "-GPSLatitude=51.5",
                "-GPSLatitudeRef=N",
                "-Comment=draft",
                jpeg.toString());
    }

    @Test
    void everything_kept_is_every_byte_under_another_name() throws Exception {
        Rendering.done(
                jpeg,
                folder,
                "'size': {'mode': 'width', 'px': 10}, 'format': {'type': 'copy'}, 'metadata': {'keep': 'all', 'drop-location': false}, 'name': 'master'");
        assertThat(folder.resolve("master.jpg")).hasSameBinaryContentAs(jpeg);
        Path png = folder.resolve("plan.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(9, 9, 2)), FileTags.plain(72), png);
        Rendering.done(png, folder, "'format': {'type': 'copy'}, 'name': 'other'");
        assertThat(folder.resolve("other.png")).hasSameBinaryContentAs(png);
    }

    @Test
    void a_jpeg_says_what_the_recipe_says_and_keeps_its_pixels_and_its_way_up() throws Exception {
        Rendering.done(jpeg, folder, "'format': {'type': 'copy'}, 'name': 'master'");
        Path copy = folder.resolve("master.jpg");
        String said = Programs.run("exiftool", "-G1", "-s", "-n", copy.toString());
        assertThat(said)
                .containsPattern("Artist +: Ida Fennel")
                .containsPattern("Orientation +: 6")
                .contains("ICC_Profile")
                .doesNotContain("GPS")
                .doesNotContain("Larkfield")
                .doesNotContain("draft");
        assertThat(Programs.run("exiftool", "-b", "-JPEGDigest", copy.toString()))
                .isEqualTo(Programs.run("exiftool", "-b", "-JPEGDigest", jpeg.toString()));
        assertThat(scan(copy)).isEqualTo(scan(jpeg));
    }

    /** A copy can neither be made lighter nor looked into where it is packed: both are refused, and nothing is left. */
    @Test
    void a_copy_keeps_to_its_limit_and_to_what_its_channel_allows() throws Exception {
        assertThat(refusal(jpeg, "'format': {'type': 'copy'}", OptionalLong.of(500), false))
                .contains("more than the limit of 500");
        assertThat(refusal(
                        jpeg,
                        "'format': {'type': 'copy'}, 'metadata': {'keep': 'all', 'drop-location': false}",
                        OptionalLong.empty(),
                        true))
                .contains("where the picture was taken");
        assertThat(refusal(jpeg, "'format': {'type': 'copy'}", OptionalLong.empty(), true))
                .as("without the location it may go")
                .isEmpty();
        Path tiff = folder.resolve("pears.tif");
        Rendering.done(
                jpeg,
                folder,
                "'format': {'type': 'tiff'}, 'metadata': {'keep': 'all', 'drop-location': false}, 'name': 'pears'");
        assertThat(refusal(tiff, "'format': {'type': 'copy'}", OptionalLong.empty(), true))
                .contains("where the picture was taken");
        byte[] location = Files.readAllBytes(jpeg);
        Path drawing = Files.writeString(
                folder.resolve("sign.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><image width='9' height='9' href='data:image/jpeg;base64,%s'/></svg>"
                        .formatted(Base64.getEncoder().encodeToString(location)));
        assertThat(refusal(drawing, "'format': {'type': 'copy'}", OptionalLong.empty(), true))
                .contains("where the picture was taken");
        Path packed = folder.resolve("sign.svgz");
        try (GZIPOutputStream out = new GZIPOutputStream(Files.newOutputStream(packed))) {
            out.write(Files.readAllBytes(drawing));
        }
        assertThat(refusal(packed, "'format': {'type': 'copy'}", OptionalLong.empty(), true))
                .contains("cannot be looked into");
    }

    private String refusal(Path source, String clauses, OptionalLong limit, boolean withoutLocation) throws Exception {
        ChannelRules rules = new ChannelRules(Set.of(), FolderScheme.RECIPES, limit, withoutLocation);
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        SourceInfo info = reader.inspect(source);
        PlanPiece piece = PlanPiece.picture("", source, info.stem(), info, Optional.empty(), 1);
        PlanColumn column = new PlanColumn("", Rendering.recipe(clauses + ", 'name': 'copy'"), "", "", rules);
        var plan = new Planner("", LocalDate.EPOCH, Shelf.EMPTY).plan(List.of(piece), List.of(column));
        AtomicReference<Outcome> outcome = new AtomicReference<>();
        RenditionSink sink = (path, content) -> {
            Path file = folder.resolve("placed");
            try {
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(new Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
            }
        };
        new RenderRun(reader, Shelf.EMPTY, sink, (rendition, became) -> outcome.set(became), () -> false)
                .render(plan, 1);
        return outcome.get() instanceof Outcome.Failed failed ? failed.problem().reason() : "";
    }

    /** What stands behind the first scan's marker. */
    private static String scan(Path file) throws Exception {
        String bytes = new String(Files.readAllBytes(file), java.nio.charset.StandardCharsets.ISO_8859_1);
        return bytes.substring(bytes.lastIndexOf("\u00ff\u00da"));
    }
}
