package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.formats.FoundMetadata;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.pdf.CarriedData;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Photographs;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
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
import java.util.zip.DeflaterOutputStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNull;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A channel that may not say where a picture was taken looks into every finished file, whatever the plan knew. */
class LocationRuleTest extends DocumentRuns {

    private static final String EVERYTHING = "'metadata': {'keep': 'all', 'drop-location': false}";

    private static byte[] jpeg(FileTags tags) throws IOException {
        Path file = Files.createTempFile("photograph", ".jpg");
        try {
            new JpegFormat(90, false, Chroma.FULL)
                    .writer()
                    .write(Pictures.picture(Pictures.photo(40, 30, 1)), tags, file);
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }

    private Path photograph(String property) throws IOException {
        FileTags tags =
                new FileTags(false, 72, Optional.empty(), Optional.empty(), Optional.of(Photographs.packet(property)));
        return Files.write(folder.resolve(property.replace(':', '-') + ".jpg"), jpeg(tags));
    }

    private static Plan strictly(PlanPiece piece, String clauses) {
        ChannelRules rules = new ChannelRules(Set.of(), FolderScheme.RECIPES, OptionalLong.empty(), true);
        PlanColumn column = new PlanColumn("", Rendering.recipe(clauses), "", "", rules);
        return new Planner("", LocalDate.EPOCH, Shelf.EMPTY).plan(List.of(piece), List.of(column));
    }

    private Outcome outcome(Plan plan, Path into) throws ProblemException {
        AtomicReference<Outcome> outcome = new AtomicReference<>();
        new RenderRun(READER, Shelf.EMPTY, LocalFolder.at(into), (rendition, ended) -> outcome.set(ended), () -> false)
                .render(plan, 1);
        return outcome.get();
    }

    /** The picture as the plan knew it when it was read, before somebody wrote a place into it. */
    private static PlanPiece knownWithoutPlace(Path source) throws ProblemException {
        SourceInfo info = READER.inspect(source);
        SourceInfo then = new SourceInfo(
                info.fileName(),
                info.bytes(),
                info.format(),
                info.size(),
                info.profileTitle(),
                info.profileModel(),
                info.profileFault(),
                PhotoFacts.NONE,
                java.util.List.of());
        return PlanPiece.picture("", source, info.stem(), then, Optional.empty(), 1);
    }

    private static List<String> visible(Path into) throws IOException {
        try (Stream<Path> files = Files.list(into)) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> !name.startsWith("."))
                    .toList();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "photoshop:City, true",
        "photoshop:Country, true",
        "Iptc4xmpCore:Location, true",
        "exif:GPSLatitude, true",
        "photoshop:Credit, false"
    })
    void a_place_is_found_wherever_it_is_said_and_the_plan_says_so(String property, boolean found) throws Exception {
        Path source = photograph(property);
        assertThat(LocationCheck.finds(FoundMetadata.file(source))).isEqualTo(found);
        SourceInfo info = READER.inspect(source);
        PlanPiece piece = PlanPiece.picture("", source, info.stem(), info, Optional.empty(), 1);
        assertThat(strictly(piece, EVERYTHING).renditions().get(0).findings().stream()
                        .filter(finding -> finding.level() != Finding.Level.HINT)
                        .map(Finding::code))
                .isEqualTo(found ? List.of("has-location") : List.of());
        assertThat(strictly(piece, "'metadata': {'keep': 'all'}")
                        .renditions()
                        .get(0)
                        .canBeMade())
                .isTrue();
    }

    @Test
    void a_file_that_says_it_is_not_put_in_place() throws Exception {
        Path into = folder.resolve("out");
        Outcome outcome = outcome(strictly(knownWithoutPlace(photograph("photoshop:City")), EVERYTHING), into);
        assertThat(outcome).isInstanceOf(Outcome.Failed.class);
        Problem problem = ((Outcome.Failed) outcome).problem();
        assertThat(problem.reason()).contains("it would say where the picture was taken");
        assertThat(visible(into)).isEmpty();
        assertThat(outcome(strictly(knownWithoutPlace(photograph("photoshop:Credit")), EVERYTHING), into))
                .isInstanceOf(Outcome.Done.class);
    }

    /** The way back: with the place dropped the same picture passes. */
    @Test
    void a_dropped_place_passes() throws Exception {
        Path made = Files.createDirectory(folder.resolve("made"));
        Rendering.done(photograph("photoshop:City"), made, "'metadata': {'keep': 'all'}");
        assertThat(LocationCheck.finds(FoundMetadata.file(made.resolve("photoshop-City.jpg"))))
                .isFalse();
    }

    private static byte[] page() throws IOException {
        return page(false);
    }

    /**
     * A page whose picture has a place in its EXIF block, and another one in an XMP packet of its own.
     *
     * @param twice whether the JPEG is deflated once more
     */
    private static byte[] page(boolean twice) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(200, 100));
            document.addPage(page);
            PDImageXObject picture = new PDImageXObject(
                    document,
                    new ByteArrayInputStream(jpeg(Photographs.talkative(1))),
                    COSName.DCT_DECODE,
                    40,
                    30,
                    8,
                    PDDeviceRGB.INSTANCE);
            if (twice) {
                byte[] jpeg = jpeg(Photographs.talkative(1));
                COSArray filters = new COSArray(List.of(COSName.FLATE_DECODE, COSName.DCT_DECODE));
                picture.getCOSObject().setItem(COSName.FILTER, filters);
                picture.getCOSObject()
                        .setItem(COSName.DECODE_PARMS, new COSArray(List.of(COSNull.NULL, new COSDictionary())));
                try (OutputStream out =
                        new DeflaterOutputStream(picture.getCOSObject().createRawOutputStream())) {
                    out.write(jpeg);
                }
            }
            picture.setMetadata(
                    new PDMetadata(document, new ByteArrayInputStream(Photographs.packet("photoshop:Country"))));
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.drawImage(picture, 20, 20, 80, 60);
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /** A page that is carried over whole, and one that is drawn into another with room for a bleed around it. */
    @ParameterizedTest
    @ValueSource(strings = {"'version': '1.4'", "'version': '1.7'", "'version': '2.0', 'bleed': 3"})
    void a_picture_on_a_page_says_no_more_than_the_recipe_lets_it(String option) throws Exception {
        String pdf = ", 'format': {'type': 'pdf', " + option + "}, 'name': ";
        PlanPiece page = pieces("leaflet.pdf", page()).get(0);
        runWell(plan(List.of(page), EVERYTHING + pdf + "'told'"));
        runWell(plan(List.of(page), "'metadata': {'keep': 'rights'}" + pdf + "'bare'"));
        runWell(plan(List.of(page), "'metadata': {'keep': 'rights'}" + pdf + "'again'"));
        CarriedData.Found told = CarriedData.in(folder.resolve("told.pdf"));
        assertThat(told.jpegs()).hasSize(1).allMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)));
        assertThat(told.packets()).anyMatch(LocationCheck::findsInXmp);
        CarriedData.Found bare = CarriedData.in(folder.resolve("bare.pdf"));
        assertThat(bare.jpegs()).hasSize(1).noneMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)));
        assertThat(bare.packets()).noneMatch(LocationCheck::findsInXmp);
        assertThat(folder.resolve("bare.pdf")).hasSameBinaryContentAs(folder.resolve("again.pdf"));
        Programs.run("qpdf", "--check", folder.resolve("bare.pdf").toString());
        String draw =
                "'size': {'ppi': 144}, 'background': '#ffffff', 'format': {'type': 'png', 'bits': 24}, 'name': '%s'";
        for (String file : List.of("told", "bare")) {
            PlanPiece made = pieces(file + ".pdf", Files.readAllBytes(folder.resolve(file + ".pdf")))
                    .get(0);
            runWell(plan(List.of(made), draw.formatted(file)));
        }
        assertThat(difference(picture("told.png"), picture("bare.png"))).isZero();
    }

    /** Some programs pack what is packed already. */
    @Test
    void a_picture_that_is_packed_twice_is_looked_into_too() throws Exception {
        PlanPiece page = pieces("leaflet.pdf", page(true)).get(0);
        String draw =
                "'size': {'ppi': 144}, 'background': '#ffffff', 'format': {'type': 'png', 'bits': 24}, 'name': '%s'";
        runWell(plan(List.of(page), draw.formatted("before")));
        runWell(plan(List.of(page), EVERYTHING + ", 'format': {'type': 'pdf'}, 'name': 'told'"));
        runWell(plan(List.of(page), "'metadata': {'keep': 'none'}, 'format': {'type': 'pdf'}, 'name': 'bare'"));
        assertThat(CarriedData.in(folder.resolve("told.pdf")).jpegs())
                .hasSize(1)
                .allMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)));
        assertThat(CarriedData.in(folder.resolve("bare.pdf")).jpegs())
                .hasSize(1)
                .noneMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)));
        Programs.run("qpdf", "--check", folder.resolve("bare.pdf").toString());
        PlanPiece made = pieces("bare.pdf", Files.readAllBytes(folder.resolve("bare.pdf")))
                .get(0);
        runWell(plan(List.of(made), draw.formatted("after")));
        assertThat(difference(picture("before.png"), picture("after.png"))).isZero();
    }

    @Test
    void a_picture_within_an_svg_too() throws Exception {
        String picture = new DataUri("image/jpeg", jpeg(Photographs.talkative(1))).written();
        byte[] svg =
                """
                <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="80" height="60">
                <image width="80" height="60" xlink:href="%s"/></svg>"""
                        .formatted(picture)
                        .getBytes(StandardCharsets.UTF_8);
        PlanPiece piece = pieces("leaflet.svg", svg).get(0);
        String kind = ", 'format': {'type': 'svg'}, 'name': ";
        runWell(plan(List.of(piece), EVERYTHING + kind + "'told'"));
        runWell(plan(List.of(piece), "'metadata': {'keep': 'all'}" + kind + "'bare'"));
        assertThat(DataUri.allIn(Files.readString(folder.resolve("told.svg"))))
                .hasSize(1)
                .allMatch(found -> LocationCheck.finds(FoundMetadata.picture(found.content())));
        assertThat(DataUri.allIn(Files.readString(folder.resolve("bare.svg"))))
                .hasSize(1)
                .noneMatch(found -> LocationCheck.finds(FoundMetadata.picture(found.content())));
    }

    @Test
    void a_page_or_drawing_that_says_it_is_not_put_in_place_either() throws Exception {
        Path into = folder.resolve("out");
        PlanPiece page = pieces("leaflet.pdf", page()).get(0);
        String clauses = ", 'format': {'type': 'pdf'}";
        assertThat(outcome(strictly(page, EVERYTHING + clauses), into)).isInstanceOf(Outcome.Failed.class);
        assertThat(visible(into)).isEmpty();
        assertThat(outcome(strictly(page, "'metadata': {'keep': 'all'}" + clauses), into))
                .isInstanceOf(Outcome.Done.class);
    }
}
