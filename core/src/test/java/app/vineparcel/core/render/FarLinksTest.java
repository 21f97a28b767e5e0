package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.testing.DocumentRuns;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

class FarLinksTest extends DocumentRuns {

    @Test
    void nothing_that_is_delivered_leads_out_of_its_file_but_links_that_people_follow() throws Exception {
        String drawing =
                """
                <svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='90' height='60'>
                 <style>@import 'http://far.example/a.css'; @font-face{font-family:f;src:url(http://far.example/f.ttf)}
                  .b{fill:url("http://far.example/b#c")} .c{mask:u\\72l(//far.example/m)}</style>
                 <rect width='30' height='30' fill='url(http://far.example/d#e)' filter='url(far.example.svg#f)'/>
                 <rect x='30' width='30' height='30' class='b c' style='stroke:url( http://far.example/g );stroke-width:2'/>
                 <image width='9' height='9' xlink:href='http://far.example/h.png'/>
                 <use href='http://far.example/i.svg#j'/>
                 <a xlink:href='javascript:alert("far.example")'><rect y='40' width='9' height='9'/></a>
                 <a xlink:href='https://near.example/'><rect x='40' y='40' width='9' height='9'/></a>
                </svg>""";
        runWell(plan(
                pieces("links.svg", drawing.getBytes(StandardCharsets.UTF_8)),
                "'format': {'type': 'svg'}, 'name': 'cut'"));
        assertThat(Files.readString(folder.resolve("cut.svg")))
                .doesNotContain("far.example", "javascript")
                .contains("near.example");
    }
}
