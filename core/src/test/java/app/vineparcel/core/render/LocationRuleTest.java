package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A channel that may not say where a picture was taken looks into every finished file, whatever the plan knew. */
class LocationRuleTest {

    private static final String PACKET =
            """
            <?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?>
            <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
            <rdf:Description rdf:about="" xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/"
             xmlns:exif="http://ns.adobe.com/exif/1.0/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"
             %s="Larkfield"/></rdf:RDF></x:xmpmeta>
            <?xpacket end="w"?>""";

    @TempDir
    Path folder;

    private Path picture(String property) throws Exception {
        Path file = folder.resolve(property.replace(':', '-') + ".jpg");
        FileTags tags = new FileTags(
                false,
                72,
                Optional.empty(),
                Optional.empty(),
                Optional.of(PACKET.formatted(property).getBytes(StandardCharsets.UTF_8)));
        PictureWriter.of(new OutputFormat.Jpeg(90, false, OutputFormat.Chroma.FULL))
                .write(Pictures.picture(Pictures.photo(40, 30, 1)), tags, file);
        return file;
    }

    @ParameterizedTest
    @CsvSource({
        "photoshop:City, true",
        "photoshop:Country, true",
        "Iptc4xmpCore:Location, true",
        "exif:GPSLatitude, true",
        "photoshop:Credit, false"
    })
    void a_place_is_found_wherever_it_is_said(String property, boolean found) throws Exception {
        assertThat(LocationCheck.finds(picture(property))).isEqualTo(found);
    }

    private Outcome run(Path source, Path into) throws Exception {
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        var info = reader.inspect(source);
        PlanPiece piece = PlanPiece.picture("", source, info.stem(), info, Optional.empty(), 1);
        ChannelRules rules = new ChannelRules(Set.of(), FolderScheme.RECIPES, OptionalLong.empty(), true);
        PlanColumn column = new PlanColumn(
                "", Rendering.recipe("'metadata': {'keep': 'all', 'drop-location': false}"), "", "", rules);
        var plan = new Planner("", LocalDate.EPOCH, Shelf.EMPTY).plan(List.of(piece), List.of(column));
        AtomicReference<Outcome> outcome = new AtomicReference<>();
        new RenderRun(reader, Shelf.EMPTY, Destination.at(into), (rendition, ended) -> outcome.set(ended), () -> false)
                .render(plan, 1);
        return outcome.get();
    }

    @Test
    void a_file_that_says_it_is_not_put_in_place() throws Exception {
        Path into = folder.resolve("out");
        Outcome outcome = run(picture("photoshop:City"), into);
        assertThat(outcome).isInstanceOf(Outcome.Failed.class);
        Problem problem = ((Outcome.Failed) outcome).problem();
        assertThat(problem.reason()).contains("it would say where the picture was taken");
        try (Stream<Path> files = Files.list(into)) {
            assertThat(files.map(file -> file.getFileName().toString()).filter(name -> !name.startsWith(".")))
                    .isEmpty();
        }
        assertThat(run(picture("photoshop:Credit"), into)).isInstanceOf(Outcome.Done.class);
    }

    /** The way back: with the place dropped the same picture passes. */
    @Test
    void a_dropped_place_passes() throws ProblemException, Exception {
        Path made = Files.createDirectory(folder.resolve("made"));
        Rendering.done(picture("photoshop:City"), made, "'metadata': {'keep': 'all'}");
        assertThat(LocationCheck.finds(made.resolve("photoshop-City.jpg"))).isFalse();
    }
}
