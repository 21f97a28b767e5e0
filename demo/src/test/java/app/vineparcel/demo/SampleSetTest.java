package app.vineparcel.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SampleSetTest {

    private static final double SHARE = 0.03;

    @TempDir
    static Path folder;

    private static final List<String> SAID = new CopyOnWriteArrayList<>();
    private static final List<SourceInfo> INFOS = new ArrayList<>();

    @BeforeAll
    static void makes_small_ones() throws Exception {
        MakeSamples.make(folder, SHARE, SAID::add);
        for (SamplePicture picture : SampleSet.pictures()) {
            INFOS.add(new SourceReader(SourceReader.USUAL_BUDGET).inspect(folder.resolve(picture.path())));
        }
    }

    @Test
    void are_twelve_of_many_formats_between_12_and_24_megapixels() {
        assertThat(INFOS).hasSize(12);
        assertThat(SAID).filteredOn(line -> line.contains("picture")).hasSize(12);
        assertThat(INFOS)
                .extracting(SourceInfo::format)
                .contains(SourceFormat.JPEG, SourceFormat.PNG, SourceFormat.TIFF, SourceFormat.WEBP);
        assertThat(SampleSet.pictures())
                .allSatisfy(p -> assertThat(p.seen().pixels()).isBetween(12_000_000L, 24_000_000L));
    }

    @Test
    void say_what_a_camera_says() {
        assertThat(INFOS)
                .filteredOn(i -> i.facts().orientation().exif() != 1)
                .hasSize(2)
                .allSatisfy(i ->
                        assertThat(i.size().height()).isGreaterThan(i.size().width()));
        assertThat(INFOS).filteredOn(i -> i.facts().hasLocation()).hasSize(4);
        assertThat(INFOS)
                .filteredOn(i -> i.profileTitle().orElse("").equals("Display P3"))
                .hasSizeGreaterThanOrEqualTo(2);
        assertThat(INFOS)
                .filteredOn(i -> i.profileTitle().orElse("").equals("Adobe-RGB-compatible"))
                .hasSize(1);
        assertThat(INFOS).allSatisfy(i -> {
            assertThat(i.facts().camera()).contains("Larkfield M2");
            assertThat(i.facts().rights().creator()).contains("Ida Fennel");
            assertThat(i.facts().rights().copyright().orElse("")).contains("Harrow Lane Growers");
            assertThat(i.facts().taken()).isPresent();
        });
    }

    /** A portrait stored on its side must come out with the sky above the grass. */
    @Test
    void stand_upright_when_opened() throws Exception {
        OpenedSource orchard =
                new SourceReader(SourceReader.USUAL_BUDGET).open(folder.resolve("field-day/orchard-after-rain.jpg"));
        PixelSize size = orchard.pixels().size();
        int skyBlue = orchard.pixels().sample(size.width() / 2, 3, 2);
        int grassBlue = orchard.pixels().sample(size.width() / 2, size.height() - 4, 2);
        assertThat(skyBlue).isGreaterThan(grassBlue + 40);
    }

    @Test
    void are_the_same_every_time_and_kept_when_there(@TempDir Path again) throws IOException {
        MakeSamples.make(again, SHARE, line -> {});
        Path picture = Path.of("still-life/three-jars-on-linen.jpg");
        assertThat(again.resolve(picture)).hasSameBinaryContentAs(folder.resolve(picture));
        Files.delete(again.resolve(picture));
        List<String> said = new ArrayList<>();
        MakeSamples.make(again, SHARE, said::add);
        assertThat(said).singleElement().asString().contains("three-jars-on-linen");
    }

    @Test
    void come_with_recipes_that_can_be_read() throws Exception {
        for (String name : List.of(
                "shop-page",
                "shop-tile",
                "press-full-size",
                "app-ladder",
                "app-drawing",
                "print-pages",
                "print-shop")) {
            String json = Files.readString(folder.resolve("recipes/" + name + ".recipe.json"));
            assertThat(RecipeReader.read(json, "").title()).isNotBlank();
        }
    }

    @Test
    void the_documents_hold_what_the_catalogue_needs() throws Exception {
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        SourceReader.Contents labels = reader.contents(folder.resolve("documents/jar-labels.svg"), SourceOptions.PLAIN);
        assertThat(labels.pieces()).filteredOn(Piece::offered).hasSize(9);
        assertThat(labels.layers())
                .filteredOn(layer -> layer.helper().isPresent())
                .extracting(Layer::name)
                .containsExactly("die-line");
        SourceReader.Contents catalogue =
                reader.contents(folder.resolve("documents/catalogue.pdf"), SourceOptions.PLAIN);
        assertThat(catalogue.pieces()).extracting(Piece::name).hasSize(5);
        SourceReader.Contents poster =
                reader.contents(folder.resolve("documents/market-poster.ora"), SourceOptions.PLAIN);
        assertThat(poster.layers()).extracting(Layer::name).contains("Die-line", "Fruit", "Pears");
    }
}
