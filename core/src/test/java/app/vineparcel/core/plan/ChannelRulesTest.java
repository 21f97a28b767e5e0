package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChannelRulesTest {

    private static final Planner PLANNER = new Planner("Autumn catalogue", LocalDate.of(2026, 10, 5), Shelf.EMPTY);

    private static PlanPiece photo() {
        PhotoFacts facts = new PhotoFacts(
                Orientation.TOP_LEFT,
                Optional.of(LocalDateTime.of(2026, 10, 3, 16, 12)),
                Optional.of("Larkfield M2"),
                Optional.empty(),
                new Rights(
                        Optional.of("Ida Fennel"),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()),
                true);
        SourceInfo info = new SourceInfo(
                "plums.jpg",
                1000,
                SourceFormat.JPEG,
                new PixelSize(600, 400),
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                facts,
                java.util.List.of());
        return PlanPiece.picture("", Path.of("plums.jpg"), "plums", info, Optional.of(FocalPoint.CENTRE), 4);
    }

    private static ChannelRules sorted(FolderScheme scheme) {
        return new ChannelRules(Set.of(), scheme, OptionalLong.empty(), false);
    }

    private static List<String> paths(ChannelRules rules, Placement placement, String clauses) {
        return new PlanColumn("", Rendering.recipe(clauses), "Web shop", "shop", rules, placement, 1)
                .ladder().stream()
                        .map(step -> PLANNER.plan(photo(), step).path())
                        .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "recipes; shop/page/plums.jpg",
                "flat; shop/plums.jpg",
                "format; shop/jpeg/plums.jpg",
                "recipe; shop/t/plums.jpg",
                "scale; shop/1x/plums.jpg",
                "shoot; shop/autumn-catalogue/2026-10-03/plums.jpg",
            })
    void every_scheme_has_its_folders(String word, String path) {
        FolderScheme scheme = FolderScheme.of(FolderScheme.Kind.byWord(word).orElseThrow());
        assertThat(paths(sorted(scheme), Placement.USUAL, "'folder': 'page'")).containsExactly(path);
    }

    @Test
    void a_template_sorts_by_whatever_it_says() {
        FolderScheme scheme =
                new FolderScheme(FolderScheme.Kind.TEMPLATE, "{keep:creator|kebab}/{keep:lens}/{shot:yyyy}");
        assertThat(paths(sorted(scheme), Placement.USUAL, "'folder': 'page'"))
                .as("a level that says nothing is no folder")
                .containsExactly("shop/ida-fennel/2026/plums.jpg");
    }

    @Test
    void what_a_picture_does_not_say_is_a_hint() {
        PlannedRendition told = PLANNER.plan(
                photo(),
                new PlanColumn("", Rendering.recipe("'name': '{shot}-{keep:lens}-{keep:camera|kebab}'"), "", ""));
        assertThat(told.path()).isEqualTo("2026-10-03--larkfield-m2.jpg");
        assertThat(told.findings()).singleElement().satisfies(finding -> {
            assertThat(finding.level()).isEqualTo(Finding.Level.HINT);
            assertThat(finding.message()).startsWith("The picture has no value for {keep:lens};");
        });
    }

    @Test
    void densities_are_told_once() {
        String ladder = "'size': {'densities': [1, 2]}, 'format': {'type': 'png'}";
        assertThat(paths(sorted(FolderScheme.of(FolderScheme.Kind.SCALE)), Placement.USUAL, ladder))
                .containsExactly("shop/1x/plums.png", "shop/2x/plums.png");
        assertThat(paths(sorted(FolderScheme.of(FolderScheme.Kind.FLAT)), Placement.USUAL, ladder))
                .containsExactly("shop/plums.png", "shop/plums@2x.png");
        assertThat(paths(ChannelRules.NONE, new Placement(Optional.of("all"), "-web"), ladder))
                .containsExactly("shop/all/plums-web.png", "shop/all/plums-web@2x.png");
    }

    @Test
    void a_folder_of_its_own_wins_over_the_scheme() {
        assertThat(paths(
                        sorted(FolderScheme.of(FolderScheme.Kind.FORMAT)),
                        new Placement(Optional.of("hero/{channel|kebab}"), "-{width}"),
                        "'folder': 'page'"))
                .containsExactly("shop/hero/web-shop/plums-600.jpg");
    }

    @ParameterizedTest
    @CsvSource({"400000, 300000, 300000", "200000, 300000, 200000", ", 300000, 300000", "200000,, 200000"})
    void the_lower_weight_limit_holds(Long own, Long channels, long holds) {
        String limit = own == null ? "" : ", 'max-bytes': " + own;
        ChannelRules rules = new ChannelRules(
                Set.of(),
                FolderScheme.RECIPES,
                channels == null ? OptionalLong.empty() : OptionalLong.of(channels),
                false);
        PlanColumn column =
                new PlanColumn("", Rendering.recipe("'format': {'type': 'jpeg'" + limit + "}"), "", "", rules);
        assertThat(column.recipe().maxBytes()).hasValue(holds);
        assertThat(column.with(Rendering.recipe("'name': 'x'"))
                        .recipe()
                        .maxBytes()
                        .isPresent())
                .as("a piece that is treated otherwise is under the channel's limit too")
                .isEqualTo(channels != null);
    }

    @Test
    void a_place_is_refused_where_the_channel_may_not_contain_one() {
        String keeps = "'metadata': {'keep': 'all', 'drop-location': false}";
        ChannelRules without = new ChannelRules(Set.of(), FolderScheme.RECIPES, OptionalLong.empty(), true);
        PlannedRendition told = PLANNER.plan(photo(), new PlanColumn("", Rendering.recipe(keeps), "", "", without));
        assertThat(told.findings()).extracting(Finding::code).contains("has-location");
        assertThat(told.canBeMade()).isFalse();
        assertThat(PLANNER.plan(photo(), new PlanColumn("", Rendering.recipe(keeps), "", ""))
                        .canBeMade())
                .isTrue();
        assertThat(PLANNER.plan(
                                photo(),
                                new PlanColumn("", Rendering.recipe("'metadata': {'keep': 'all'}"), "", "", without))
                        .canBeMade())
                .isTrue();
    }

    @Test
    void what_its_readers_cannot_open_is_found() throws Exception {
        ChannelRules press = new ChannelRules(
                Set.of(), FolderScheme.RECIPES, OptionalLong.empty(), false, Set.of(), Set.of("jpeg", "tiff"));
        for (String type : new String[] {"jpeg", "avif"}) {
            PlanColumn column =
                    new PlanColumn("", Rendering.recipe("'format': {'type': '" + type + "'}"), "", "", press);
            boolean found = PLANNER.plan(photo(), column).findings().stream()
                    .anyMatch(finding -> finding.code().equals("format-not-understood"));
            assertThat(found).as(type).isEqualTo(type.equals("avif"));
        }
    }
}
