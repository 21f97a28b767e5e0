package app.vineparcel.core.source.svg;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CssTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "fill:url(#a)|fill:url(#a)",
                "fill:url(data:image/png;base64,AA)|fill:url(data:image/png;base64,AA)",
                "fill:url(http://page.example/a)|fill:none",
                "fill:URL( 'http://page.example/a' )|fill:none",
                "fill:u\\72 l(//page.example/a) red|fill:none red",
                "fill:url(|fill:none",
                "a{b:url(x.svg#y)}c{d:url(#e)}|a{b:none}c{d:url(#e)}"
            })
    void links_that_lead_out_of_the_file_become_none(String css, String inside) {
        assertThat(Css.withoutFarLinks(css)).isEqualTo(inside);
    }

    @Test
    void imports_fonts_from_elsewhere_and_comments_go_and_the_rest_stays() {
        assertThat(Css.withoutImports("a{b:c}@import 'x.css';d{e:f}@IMPORT url(y)"))
                .isEqualTo("a{b:c}d{e:f}");
        assertThat(Css.withoutFarFaces("@font-face{src:url(x.ttf)}a{b:c}@font-face{src:url(data:font/ttf,A)}"))
                .isEqualTo("a{b:c}@font-face{src:url(data:font/ttf,A)}");
        assertThat(Css.withoutComments("a/*b*/c/*d")).isEqualTo("ac");
        assertThat(Css.withoutFarProperties("fill:url(http://x);stroke:red;mask:url(#m)"))
                .isEqualTo("stroke:red;mask:url(#m)");
        assertThat(Css.split("a(b,c),d", ',')).containsExactly("a(b,c)", "d");
    }

    @Test
    @Timeout(5)
    void a_megabyte_of_beginnings_takes_no_longer_than_a_megabyte() {
        for (String begun : new String[] {"@import", "url(", "/*", "@font-face{url(", "(", ",", "\\72"}) {
            String long_ = begun.repeat(1_000_000 / begun.length());
            Css.withoutFarLinks(Css.withoutFarFaces(Css.withoutImports(Css.withoutComments(long_))));
            Css.withoutFarProperties(long_);
            Css.split(long_, ',');
        }
    }
}
