package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** One drawing as pixels, and as PDF, SVG and EPS that other programs draw: all look alike. */
class ShapesAlikeTest extends DocumentRuns {

    /** Mean differences of samples: of edges for the most part, which every program softens in its own way, Ghostscript those of clips not at all. */
    private static final Map<String, Double> FURTHEST = Map.of("svg", 0.1, "pdf", 1.8, "eps", 3.2);

    private static String photograph() {
        try {
            Path file = Files.createTempFile("photograph", ".png");
            new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(60, 40, 4)), FileTags.plain(96), file);
            byte[] png = Files.readAllBytes(file);
            Files.delete(file);
            return new DataUri("image/png", png).written();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Arguments art(String what, String inner) {
        return Arguments.of(what, inner);
    }

    static Stream<Arguments> drawings() {
        String fade =
                "<stop offset='0.1' stop-color='#a23b4a'/><stop offset='0.5' stop-color='#e8c547'/><stop offset='0.9' stop-color='#2e6a4a'/>";
        return Stream.of(
                art(
                        "linear gradient that is reflected",
                        "<linearGradient id='g' gradientUnits='userSpaceOnUse' x1='40' y1='20' x2='70' y2='45' spreadMethod='reflect'>"
                                + fade + "</linearGradient><rect x='5' y='5' width='110' height='70' fill='url(#g)'/>"),
                art(
                        "linear gradient that is repeated, turned",
                        "<linearGradient id='g' x1='0.3' x2='0.5' spreadMethod='repeat' gradientTransform='rotate(30)'>"
                                + fade + "</linearGradient><ellipse cx='60' cy='40' rx='50' ry='30' fill='url(#g)'/>"),
                art(
                        "radial gradient with a focal point",
                        "<radialGradient id='g' cx='0.5' cy='0.5' r='0.5' fx='0.3' fy='0.35'>" + fade
                                + "</radialGradient><rect x='10' y='10' width='100' height='60' fill='url(#g)'/>"),
                art(
                        "radial gradient that is repeated",
                        "<radialGradient id='g' cx='0.5' cy='0.5' r='0.2' spreadMethod='repeat'>" + fade
                                + "</radialGradient><rect x='10' y='10' width='100' height='60' fill='url(#g)'/>"),
                art(
                        "gradient along a stroke",
                        "<linearGradient id='g'>" + fade
                                + "</linearGradient><path d='M10 60 C30 0 90 0 110 60' fill='none' stroke='url(#g)' stroke-width='12'/>"),
                art(
                        "gradient that fades away",
                        "<linearGradient id='g'><stop offset='0' stop-color='#2e6a4a'/><stop offset='1' stop-color='#2e6a4a' stop-opacity='0'/></linearGradient>"
                                + "<rect x='5' y='5' width='110' height='70' fill='#e8c547'/><rect x='10' y='15' width='100' height='50' fill='url(#g)'/>"),
                art(
                        "markers at start, middle and end",
                        "<marker id='m' markerWidth='8' markerHeight='8' refX='4' refY='4' orient='auto'><path d='M0 0 8 4 0 8z' fill='#a23b4a'/>"
                                + "<circle cx='2' cy='4' r='1.5' fill='#ffffff' fill-opacity='0.6'/></marker>"
                                + "<path d='M15 60 45 20 75 60 105 20' fill='none' stroke='#1f2622' stroke-width='2' marker-start='url(#m)' marker-mid='url(#m)' marker-end='url(#m)'/>"),
                art(
                        "dashes, caps and joins",
                        "<path d='M10 20h100M10 40h100M15 70 35 50 55 70 75 50 95 70' fill='none' stroke='#2f6690' stroke-width='6' stroke-dasharray='14 8 2 8' stroke-dashoffset='5' stroke-linecap='round' stroke-linejoin='bevel'/>"),
                art(
                        "even-odd star with a clip",
                        "<clipPath id='c'><circle cx='60' cy='40' r='32'/></clipPath><path clip-path='url(#c)' fill-rule='evenodd' fill='#6a2e5b' d='M60 2 82 76 24 30 96 30 38 76z'/>"),
                art(
                        "clip of a clip, by the box",
                        "<clipPath id='a'><rect x='20' y='10' width='60' height='60'/></clipPath><clipPath id='c' clip-path='url(#a)' clipPathUnits='objectBoundingBox'><circle cx='0.6' cy='0.5' r='0.5'/></clipPath>"
                                + "<rect x='10' y='5' width='100' height='70' fill='#9a6a0b' clip-path='url(#c)'/>"),
                art(
                        "mask by light",
                        "<linearGradient id='g'><stop offset='0' stop-color='#fff'/><stop offset='1' stop-color='#000'/></linearGradient><mask id='m'><rect width='120' height='80' fill='url(#g)'/></mask>"
                                + "<rect x='5' y='5' width='110' height='70' fill='#a93a2b' mask='url(#m)'/>"),
                art(
                        "pattern, turned",
                        "<pattern id='p' width='16' height='12' patternUnits='userSpaceOnUse' patternTransform='rotate(20)'><rect width='8' height='6' fill='#2e6a4a'/><circle cx='12' cy='9' r='3' fill='#e8c547'/></pattern>"
                                + "<rect x='5' y='5' width='110' height='70' fill='url(#p)' stroke='#1f2622' stroke-width='3'/>"),
                art(
                        "groups that fade as one",
                        "<g opacity='0.5'><rect x='10' y='10' width='60' height='40' fill='#a23b4a'/><rect x='40' y='30' width='60' height='40' fill='#2f6690'/></g>"
                                + "<circle cx='90' cy='25' r='18' fill='#2e6a4a' stroke='#e8c547' stroke-width='8' opacity='0.6'/>"),
                art(
                        "multiplied over another",
                        "<rect x='5' y='5' width='70' height='50' fill='#e8c547'/><rect x='40' y='25' width='70' height='50' fill='#2f6690' style='mix-blend-mode:multiply'/>"),
                art(
                        "text with outline, spacing and a turn",
                        "<g font-family='IBM Plex Sans SemiBold' font-size='22'><text x='8' y='28' fill='#2e6a4a' stroke='#e8c547' stroke-width='1'>Plums</text>"
                                + "<text x='10' y='55' letter-spacing='3' text-decoration='underline' fill='#6a2e5b'>Beet</text><text transform='translate(75 70) rotate(-35)' fill='#1f2622' fill-opacity='0.6'>Leek</text></g>"),
                art(
                        "text in a gradient, in parts",
                        "<linearGradient id='g'>" + fade
                                + "</linearGradient><text x='8' y='45' font-family='IBM Plex Sans SemiBold' font-size='30' fill='url(#g)'>Qui<tspan fill='#1f2622' dy='-6'>nce</tspan></text>"),
                art(
                        "a picture, turned and half clear",
                        "<image x='20' y='10' width='60' height='40' transform='rotate(12 50 30)' opacity='0.7' preserveAspectRatio='none' href='"
                                + photograph() + "'/>"),
                art(
                        "a symbol that is used twice",
                        "<symbol id='s' viewBox='0 0 20 20'><path d='M10 0 20 20H0z'/></symbol><use href='#s' x='10' y='10' width='40' height='40' fill='#2e6a4a'/><use href='#s' x='60' y='20' width='50' height='30' fill='#a23b4a' transform='skewX(10)'/>"),
                art(
                        "a soft shadow",
                        "<filter id='f'><feGaussianBlur stdDeviation='3'/></filter><rect x='25' y='25' width='60' height='35' fill='#1f2622' opacity='0.5' filter='url(#f)'/><rect x='20' y='18' width='60' height='35' fill='#e8c547'/>"));
    }

    private static byte[] svg(String inner) {
        return ("<svg xmlns='http://www.w3.org/2000/svg' width='120' height='80' viewBox='0 0 120 80'>" + inner
                        + "</svg>")
                .getBytes(StandardCharsets.UTF_8);
    }

    private BufferedImage byOthers(String type) throws Exception {
        String file = folder.resolve("art." + type).toString();
        String into = folder.resolve("seen").toString();
        if (type.equals("svg")) {
            return drawn(pieces("again.svg", Files.readAllBytes(folder.resolve("art.svg"))), "artboard-1.png");
        }
        if (type.equals("pdf")) {
            Programs.run("pdftoppm", "-r", "192", "-png", "-singlefile", file, into);
        } else {
            Programs.ghostscript(Path.of(file), Path.of(into + ".png"), 192, "-dEPSCrop");
        }
        return picture("seen.png");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("drawings")
    void a_drawing_looks_alike_in_every_kind_of_file(String what, String inner) throws Exception {
        List<PlanPiece> art = pieces("art-source.svg", svg(inner));
        BufferedImage direct = drawn(art, "art-source.png");
        assertThat(difference(
                        direct, new BufferedImage(direct.getWidth(), direct.getHeight(), BufferedImage.TYPE_INT_RGB)))
                .as("something is drawn")
                .isBetween(20.0, 253.0);
        for (String type : List.of("pdf", "svg", "eps")) {
            runWell(plan(art, "'background': '#ffffff', 'format': {'type': '" + type + "'}, 'name': 'art'"));
            assertThat(difference(byOthers(type), direct))
                    .as("%s as %s", what, type)
                    .isLessThan(FURTHEST.get(type));
        }
        Programs.run("qpdf", "--check", folder.resolve("art.pdf").toString());
    }
}
