package app.vineparcel.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.geometry.Sizing;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.testing.DocsSchema;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RecipeFileTest {

    private static final DocsSchema SCHEMA = new DocsSchema("recipe.schema.json");

    @Test
    void an_almost_empty_recipe_has_the_defaults() throws RecipeException {
        Recipe recipe = RecipeReader.read("{\"recipe\": 1}", "Plain");
        assertThat(recipe.title()).isEqualTo("Plain");
        assertThat(recipe.size()).isEqualTo(SizeClause.ORIGINAL);
        assertThat(recipe.colour()).isEqualTo(ColourClause.SRGB);
        assertThat(recipe.format()).isEqualTo(new JpegFormat(85, false, Chroma.HALF));
        assertThat(recipe.metadata()).isEqualTo(MetadataPolicy.USUAL);
        assertThat(recipe.name()).isEqualTo("{stem}");
        assertThat(recipe.folder()).isEmpty();
        assertThat(SCHEMA.accepts("{\"recipe\": 1}")).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "'size': {'mode': 'long-edge', 'px': 2048}, 'format': {'type': 'jpeg', 'quality': 82, 'progressive': true, 'chroma': '4:4:4'}",
                "'size': {'mode': 'fill', 'width': 1080, 'height': 1350, 'enlarge': true}, 'format': {'type': 'webp', 'quality': 70}",
                "'size': {'mode': 'print', 'width': 10.5, 'height': 15, 'unit': 'cm', 'ppi': 240, 'fit': 'pad'}, 'format': {'type': 'tiff', 'bits': 16, 'compression': 'lzw'}",
                "'size': {'mode': 'scale', 'factor': 0.5, 'ppi': 144}, 'format': {'type': 'png', 'bits': 24}, 'background': '#0a0b0c'",
                "'size': {'mode': 'megapixels', 'mp': 1.5}, 'crop': {'aspect': '3:2'}, 'colour': {'profile': 'as-source', 'embed': false}",
                "'sharpen': {'for': 'coated', 'strength': 60}, 'colour': {'profile': 'fogra39-coated', 'intent': 'perceptual', 'black-point': false}, 'format': {'type': 'tiff'}",
                "'watermark': {'mark': 'leaf.svg', 'mark-on-dark': 'leaf-white.svg', 'adapts': true, 'opacity': 0.6, 'scale': 0.2, 'anchor': 'top', 'inset': 0, 'rotation': -30, 'tile': true}",
                "'watermark': {'text': '© Harrow Lane', 'colour': '#aabbcc'}, 'format': {'type': 'png', 'bits': 8, 'colours': 64, 'dither': false, 'max-bytes': 90000}",
                "'format': {'type': 'gif', 'colours': 32}, 'metadata': {'keep': 'all', 'drop-location': false}",
                "'format': {'type': 'avif', 'quality': 60}, 'colour': {'profile': 'House proof.icc'}",
                "'format': {'type': 'avif', 'bits': 10, 'chroma': '4:2:0', 'looks-like': 'not seen', 'max-bytes': 90000}",
                "'format': {'type': 'webp', 'sharp-chroma': true, 'looks-like': 82.5}",
                "'size': {'densities': [1, 1.5, 2, 3]}, 'format': {'type': 'svg', 'text': 'outline'}, 'name': '{piece}{density}'",
                "'size': {'mode': 'width', 'px': 40, 'densities': [2]}, 'format': {'type': 'eps', 'max-bytes': 9}",
                "'format': {'type': 'pdf', 'version': '2.0', 'combine': true, 'crop-marks': true, 'bleed': 2.5, 'text': 'outline', 'quality': 70}",
                "'metadata': {'keep': 'none', 'set': {'creator': 'Harrow Lane Growers'}}, 'name': '{stem|kebab}-{n:3}', 'folder': 'web/{recipe}'",
            })
    void every_clause_survives_its_file(String clauses) throws RecipeException {
        String json = "{\"recipe\": 1, \"title\": \"T\", " + clauses.replace('\'', '"') + "}";
        Recipe recipe = RecipeReader.read(json, "");
        String written = RecipeWriter.write(recipe);
        assertThat(RecipeReader.read(written, "")).isEqualTo(recipe);
        assertThat(SCHEMA.accepts(json)).isTrue();
        assertThat(SCHEMA.accepts(written)).isTrue();
    }

    /** Place, and a part of what is found or allowed; the schema of the docs refuses the same files. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'shapren': {}; /shapren; unknown key",
                "'sharpen': {'for': 'paper'}; /sharpen/for; none, screen, coated, uncoated",
                "'sharpen': {'for': 'screen', 'strength': 101}; /sharpen/strength; from 0 to 100",
                "'watermark': {'opacity': 0.5}; /watermark; neither a picture nor a text",
                "'watermark': {'mark': 'a.svg', 'text': 'b'}; /watermark; both a picture and a text",
                "'watermark': {'mark': '../a.svg'}; /watermark/mark; bare name",
                "'watermark': {'mark': 'a.svg', 'adapts': true}; /watermark/mark-on-dark; light variant",
                "'watermark': {'text': 'x', 'anchor': 'north'}; /watermark/anchor; bottom-right",
                "'watermark': {'text': 'x', 'inset': 0.6}; /watermark/inset; from 0 to 0.5",
                "'watermark': {'text': 'x', 'colour': 'red'}; /watermark/colour; #ffffff",
                "'format': {'max-bytes': 0}; /format/max-bytes; whole number from 1",
                "'format': {'type': 'png', 'bits': 8, 'colours': 1}; /format/colours; from 2 to 256",
                "'format': {'type': 'png', 'bits': 24, 'colours': 16}; /format/colours; unknown key",
                "'format': {'type': 'avif', 'progressive': true}; /format/progressive; unknown key",
                "'format': {'type': 'avif', 'bits': 12}; /format/bits; 8, 10",
                "'format': {'type': 'jpeg', 'looks-like': 'nearly'}; /format/looks-like; not seen, seen when flickering",
                "'format': {'type': 'jpeg', 'looks-like': 100}; /format/looks-like; 30 to 99",
                "'format': {'type': 'tiff', 'looks-like': 90}; /format/looks-like; without quality",
                "'colour': {'intent': 'vivid'}; /colour/intent; perceptual, relative",
                "'format': {'quality': 0}; /format/quality; from 1 to 100",
                "'format': {'quality': 82.5}; /format/quality; whole number",
                "'format': {'type': 'jpg'}; /format/type; allowed are jpeg, webp",
                "'format': {'type': 'png', 'quality': 3}; /format/quality; unknown key",
                "'format': {'type': 'pdf', 'version': '1.3'}; /format/version; allowed are 1.4, 1.6",
                "'format': {'type': 'pdf', 'bleed': 51}; /format/bleed; from 0 to 50",
                "'format': {'type': 'pdf', 'text': 'name'}; /format/text; allowed are embed, outline",
                "'size': {'densities': []}; /size/densities; a list of 1 to 8 numbers",
                "'size': {'densities': [1, 9]}; /size/densities; from 0.25 to 8",
                "'format': {'type': 'png', 'bits': 20}; /format/bits; allowed are 8, 24",
                "'size': {'mode': 'long-edge'}; /size/px; whole number of px",
                "'size': {'mode': 'inside', 'width': 10}; /size/height; whole number",
                "'size': {'px': 10}; /size/px; unknown key",
                "'size': {'mode': 'width', 'px': '10'}; /size/px; whole number",
                "'size': 5; /size; object in braces",
                "'title': 5; /title; text in quotes",
                "'title': 'a\\u0000'; /title; the character U+0000",
                "'colour': {'profile': 'rgb'}; /colour/profile; srgb",
                "'colour': {'embed': 1}; /colour/embed; true or false",
                "'background': 'white'; /background; #ffffff",
                "'crop': {'aspect': '3/2'}; /crop/aspect; 3:2",
                "'metadata': {'set': {'author': 'x'}}; /metadata/set/author; unknown key",
                "'metadata': {'keep': 'some'}; /metadata/keep; all, rights, none",
                "'metadata': {'lose': 'some'}; /metadata/lose; unknown key",
                "'colour': {'intend': 'relative'}; /colour/intend; unknown key",
                "'sharpen': {'of': 'screen'}; /sharpen/of; unknown key",
                "'crop': {'ratio': '3:2'}; /crop/ratio; unknown key",
                "'title': ' '; /title; a blank",
                "'format': {'type': 'jpeg', 'progressive': 'yes'}; /format/progressive; true or false",
                "'watermark': {'text': 'x', 'opacity': 0}; /watermark/opacity; above 0 and up to 1",
                "'watermark': {'text': 'x', 'opacity': 1.01}; /watermark/opacity; above 0 and up to 1",
                "'watermark': {'text': 'x', 'rotation': -180.5}; /watermark/rotation; from -180 to 180",
                "'watermark': {'text': 'x', 'rotation': 180.5}; /watermark/rotation; from -180 to 180",
                "'size': {'densities': [0.2]}; /size/densities; from 0.25 to 8",
                "'size': {'densities': [1, 1, 1, 1, 1, 1, 1, 1, 2]}; /size/densities; a list of 1 to 8 numbers",
                "'size': {'mode': 'scale', 'factor': 64.5}; /size/factor; above 0 and up to 64",
            })
    void a_fault_has_its_place_and_says_what_is_allowed(String clause, String pointer, String words) {
        String json = "{\"recipe\": 1, " + clause.replace('\'', '"') + "}";
        RecipeException refused = catchThrowableOfType(RecipeException.class, () -> RecipeReader.read(json, "T"));
        assertThat(refused.faults()).hasSize(1);
        assertThat(refused.faults().get(0).pointer()).isEqualTo(pointer);
        assertThat(refused.faults().get(0).sentence()).contains(words);
        assertThat(SCHEMA.accepts(json)).isFalse();
    }

    /** Numbers that the schema's pattern of an aspect cannot compare. */
    @ParameterizedTest
    @ValueSource(strings = {"0:2", "2:0", "1001:1", "1:1001"})
    void a_crop_has_an_area_and_an_aspect_of_up_to_a_thousand(String aspect) {
        RecipeException refused = catchThrowableOfType(
                RecipeException.class,
                () -> RecipeReader.read("{\"recipe\": 1, \"crop\": {\"aspect\": \"" + aspect + "\"}}", "T"));
        assertThat(refused.faults().get(0).sentence()).contains(aspect, "3:2");
    }

    /** The last values that are still taken. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'crop': {'aspect': '1000:1'}",
                "'crop': {'aspect': '1:1000'}",
                "'watermark': {'text': 'x', 'opacity': 1, 'inset': 0.5, 'rotation': 180}",
                "'watermark': {'text': 'x', 'inset': 0, 'rotation': -180}",
                "'size': {'densities': [0.25, 8, 1, 2, 3, 4, 5, 6]}",
                "'size': {'mode': 'scale', 'factor': 64}",
                "'format': {'quality': 1, 'max-bytes': 1}",
                "'format': {'quality': 100}",
                "'format': {'type': 'pdf', 'bleed': 50}",
            })
    void the_ends_of_a_range_belong_to_it(String clause) throws RecipeException {
        String json = "{\"recipe\": 1, " + clause.replace('\'', '"') + "}";
        assertThat(SCHEMA.accepts(json)).isTrue();
        assertThat(RecipeReader.read(json, "T").title()).isEqualTo("T");
    }

    @Test
    void a_title_has_one_to_120_characters() throws RecipeException {
        assertThat(RecipeReader.read("{\"recipe\": 1}", "t".repeat(120)).title())
                .hasSize(120);
        RecipeException refused = catchThrowableOfType(
                RecipeException.class, () -> RecipeReader.read("{\"recipe\": 1}", "t".repeat(121)));
        assertThat(refused.faults().get(0).sentence()).contains("121 characters", "1 to 120");
    }

    /** Some editors put it there; it is no part of the text. */
    @Test
    void a_byte_order_mark_is_passed_over() throws RecipeException {
        assertThat(RecipeReader.read("\ufeff{\"recipe\": 1}", "T"))
                .isEqualTo(RecipeReader.read("{\"recipe\": 1}", "T"));
    }

    @Test
    void templates_are_checked_with_the_recipe() {
        RecipeException refused = catchThrowableOfType(
                RecipeException.class,
                () -> RecipeReader.read("{\"recipe\": 1, \"name\": \"{nmae}\", \"folder\": \"../up\"}", "T"));
        assertThat(refused.faults()).extracting(RecipeFault::pointer).containsExactly("/name", "/folder");
        assertThat(refused).hasMessageContaining("lead out of the destination");
    }

    @Test
    void what_is_no_recipe_at_all_is_refused_in_words() {
        for (String json : new String[] {"", "[]", "{", "{\"recipe\": 2}", "{}", "{\"recipe\": 1, \"recipe\": 1}"}) {
            RecipeException refused = catchThrowableOfType(RecipeException.class, () -> RecipeReader.read(json, "T"));
            assertThat(refused.faults()).as(json).isNotEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'sharpen': {'for': 'screen', 'strength': 35}; For screen, strength 35",
                "'sharpen': {'for': 'coated'}; For coated paper, strength 50",
                "'sharpen': {'for': 'coated', 'strength': 0}; No sharpening",
                "'watermark': {'mark': 'leaf.svg', 'opacity': 0.6, 'anchor': 'top-left'}; leaf.svg, top left, 18\u00a0% wide, 60\u00a0% opaque",
                "'watermark': {'text': '© Harrow Lane', 'tile': true, 'rotation': -30, 'scale': 0.405}; “© Harrow Lane”, all over, 40.5\u00a0% wide, turned -30°",
                "'colour': {'profile': 'fogra39-coated', 'intent': 'perceptual'}; Convert to FOGRA39L Coated, perceptual, and embed it",
                "'colour': {'profile': 'House.icc', 'embed': false}; Convert to House.icc, not embedded",
                "'colour': {'profile': 'as-source'}; Colours as in the source",
                "'format': {'quality': 70, 'max-bytes': 400000}; JPEG, quality 70, at most 400 kB",
                "'format': {'type': 'avif', 'max-bytes': 1250000}; AVIF, quality 85, at most 1.25 MB",
                "'format': {'type': 'jpeg', 'progressive': true, 'looks-like': 'not seen'}; JPEG, lightest file whose difference is not seen, progressive",
                "'format': {'type': 'webp', 'looks-like': 82}; WebP, lightest file with a likeness of 82 or more",
                "'format': {'type': 'png', 'bits': 8, 'looks-like': 'seen side by side'}; PNG, lightest file whose difference is seen side by side, dithered",
                "'format': {'type': 'png', 'bits': 8, 'colours': 64}; PNG, palette of 64, dithered",
                "'format': {'type': 'gif', 'dither': false}; GIF, palette of 256",
                "'format': {'type': 'webp', 'lossless': true}; WebP, lossless",
                "'format': {'type': 'svg', 'text': 'name'}; SVG, fonts named only",
                "'format': {'type': 'eps'}; EPS, transparency flattened",
                "'format': {'type': 'pdf', 'version': '1.6', 'bleed': 3, 'crop-marks': true}; PDF 1.6, 3 mm bleed, crop marks",
                "'metadata': {'keep': 'all'}; Keep everything except the location",
                "'metadata': {'keep': 'all', 'drop-location': false}; Keep everything",
                "'metadata': {'keep': 'none'}; Keep nothing",
                "'crop': {'aspect': '3:2'}; Crop to 3:2 around the focal point",
                "'crop': {}; No crop",
                "'size': {'mode': 'short-edge', 'px': 90}; Short edge 90 px, never enlarge",
                "'size': {'mode': 'height', 'px': 90, 'enlarge': true}; Height 90 px, enlarge where needed",
                "'size': {'mode': 'fill', 'width': 9, 'height': 8}; Fill 9 × 8 px, cropped, never enlarge",
                "'size': {'mode': 'pad', 'width': 9, 'height': 8}; Fit on a canvas of 9 × 8 px, never enlarge",
                "'size': {'mode': 'stretch', 'width': 9, 'height': 8}; Stretch to 9 × 8 px, never enlarge",
                "'size': {'mode': 'scale', 'factor': 0.5}; Scale by 0.5, never enlarge",
                "'size': {'mode': 'megapixels', 'mp': 2.5}; About 2.5 megapixels, never enlarge",
                "'size': {'mode': 'print', 'width': 10, 'height': 15, 'unit': 'cm'}; Print at 10 × 15 cm, 300 ppi, never enlarge",
                "'size': {'densities': [1, 1.5, 3]}; Original size, at 1x, 1.5x and 3x",
                "'format': {'type': 'tiff', 'bits': 16, 'compression': 'lzw'}; TIFF, 16 bits, LZW",
                "'name': '{stem|kebab}'; {stem|kebab}",
                "'folder': ''; No folder",
                "'folder': 'web/{recipe}'; web/{recipe}",
            })
    void every_clause_has_its_sentence(String clause, String sentence) throws RecipeException {
        Recipe recipe = RecipeReader.read("{\"recipe\": 1, " + clause.replace('\'', '"') + "}", "T");
        Clause of = Clause.byKey(clause.substring(1, clause.indexOf('\'', 1))).orElseThrow();
        assertThat(of.sentence(recipe)).isEqualTo(sentence);
    }

    @Test
    void sentences_say_what_a_clause_does() throws RecipeException {
        Recipe recipe = RecipeReader.read(
                "{\"recipe\": 1, \"size\": {\"mode\": \"inside\", \"width\": 2048, \"height\": 2048}, \"format\": {\"quality\": 82}}",
                "T");
        assertThat(Sentences.size(recipe.size())).isEqualTo("Fit inside 2048 × 2048 px, never enlarge");
        assertThat(Sentences.format(recipe.format())).isEqualTo("JPEG, quality 82");
        assertThat(Sentences.colour(recipe.colour())).isEqualTo("Convert to sRGB and embed it");
        assertThat(Sentences.size(
                        new SizeClause(new Sizing.Edge(Sizing.Side.LONG, 400), true, java.util.OptionalInt.empty())))
                .isEqualTo("Long edge 400 px, enlarge where needed");
        assertThat(Sentences.summary(recipe)).isEqualTo("2048 × 2048 · JPEG 82");
    }
}
