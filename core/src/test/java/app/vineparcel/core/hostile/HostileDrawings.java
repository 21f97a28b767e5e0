package app.vineparcel.core.hostile;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.GZIPOutputStream;

/** Drawings made to hurt whoever reads them: small files that ask for endless work or memory. */
final class HostileDrawings {

    private final Map<String, byte[]> made = new LinkedHashMap<>();

    private HostileDrawings() {}

    /** By file name. */
    static Map<String, byte[]> all() throws IOException {
        HostileDrawings drawings = new HostileDrawings();
        drawings.styles();
        drawings.doublings();
        drawings.chains();
        drawings.geometry();
        drawings.clips();
        drawings.filters();
        drawings.masses();
        drawings.nested();
        return drawings.made;
    }

    private void add(String name, String body) {
        made.put(
                name + ".svg",
                ("<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='400' height='300'>"
                                + body + "</svg>")
                        .getBytes(StandardCharsets.UTF_8));
    }

    private void styles() {
        add("style-imports", "<style>" + "@import".repeat(60_000) + "</style><rect width='9' height='9'/>");
        add("style-imports-ended", "<style>" + "@import ;".repeat(40_000) + "</style><rect width='9' height='9'/>");
        add("style-faces", "<style>" + "@font-face{url(".repeat(30_000) + "</style><rect width='9' height='9'/>");
        add("style-comments", "<style>a:not(b){}" + "/*".repeat(100_000) + "</style><rect width='9' height='9'/>");
        add("style-braces", "<style>" + "{".repeat(200_000) + "</style><rect width='9' height='9'/>");
        add(
                "style-commas",
                "<style>rect:not(a)" + ",b".repeat(400_000) + "{fill:red}</style><rect width='9' height='9'/>");
        add(
                "style-parentheses",
                "<style>rect:not(a)" + ",(".repeat(100_000) + "{fill:red}</style><rect width='9' height='9'/>");
        add("style-properties", "<rect width='9' height='9' style='" + "url(".repeat(200_000) + "'/>");
        add("style-links", "<rect width='9' height='9' style='" + "fill:url(http".repeat(100_000) + "'/>");
        add("style-words", "<rect width='9' height='9' style='" + "a".repeat(2_000_000) + "'/>");
        add("style-filters", "<rect width='9' height='9' filter='" + "blur((1)".repeat(100_000) + "'/>");
        add("style-shadow", "<rect width='9' height='9' filter='drop-shadow(" + " (".repeat(60_000) + ")'/>");
        add(
                "style-descendants",
                "<style>" + "g ".repeat(40) + "rect:not(b) a:not(c){fill:red}</style>" + "<g>".repeat(400)
                        + "<rect width='9' height='9'/><a><rect width='9' height='9'/></a>" + "</g>".repeat(400));
        add(
                "style-siblings",
                "<style>" + "rect~".repeat(12) + "rect:nth-child(3)~path:not(b){fill:red}</style>"
                        + "<rect width='9' height='9'/>".repeat(3_000) + "<path d='M0 0h9'/>".repeat(50));
        add(
                "style-places",
                "<style>rect:nth-last-child(3n+1){fill:red}</style>" + "<rect width='9' height='9'/>".repeat(60_000));
        add(
                "style-rules",
                "<style>"
                        + times(19_000, i -> "rect:not(#a" + i + "){fill:red}")
                        + "</style>"
                        + "<rect width='9' height='9'/>".repeat(2_000));
        add(
                "style-sheets",
                times(300, i -> "<style>" + times(300, k -> ".a" + i + "x" + k + " g rect{fill:red}") + "</style>")
                        + "<g><rect class='a1x1' width='9' height='9'/></g>".repeat(3_000));
    }

    /** Everything that can name another of its kind, each naming the next one twice. */
    private void doublings() {
        int deep = 27;
        add(
                "double-masks",
                "<defs>"
                        + levels(
                                deep,
                                i -> "<mask id='m%d'>%s</mask>",
                                "<rect width='90' height='90' fill='white' mask='url(#m%d)'/>")
                        + "</defs><rect width='90' height='90' mask='url(#m0)'/>");
        add(
                "double-patterns",
                "<defs>"
                        + levels(
                                deep,
                                i ->
                                        "<pattern id='m%d' width='9' height='9' patternUnits='userSpaceOnUse'>%s</pattern>",
                                "<rect width='9' height='9' fill='url(#m%d)'/>")
                        + "</defs><rect width='90' height='90' fill='url(#m0)'/>");
        add(
                "double-patterns-by-class",
                "<style>" + times(deep, i -> ".f" + i + "{fill:url(#m" + i + ")}") + "</style><defs>"
                        + levels(
                                deep,
                                i ->
                                        "<pattern id='m%d' width='9' height='9' patternUnits='userSpaceOnUse'>%s</pattern>",
                                "<rect width='9' height='9' class='f%d'/>")
                        + "</defs><rect width='90' height='90' fill='url(#m0)'/>");
        add(
                "double-clips",
                "<defs>"
                        + levels(
                                deep,
                                i -> "<clipPath id='m%d'>%s</clipPath>",
                                "<rect width='90' height='90' clip-path='url(#m%d)'/>")
                        + "</defs><rect width='90' height='90' clip-path='url(#m0)'/>");
        add(
                "double-markers",
                "<defs>"
                        + levels(
                                deep,
                                i -> "<marker id='m%d' markerWidth='9' markerHeight='9'>%s</marker>",
                                "<path d='M0 0L9 9' stroke='red' marker-start='url(#m%d)'/>")
                        + "</defs><path d='M0 0L90 90' marker-start='url(#m0)'/>");
        add(
                "double-filters",
                "<defs>"
                        + times(
                                deep,
                                i ->
                                        "<filter id='m%1$d'><feImage xlink:href='#g%1$d'/><feMerge><feMergeNode/><feMergeNode/></feMerge></filter><g id='g%1$d'><rect width='9' height='9' filter='url(#m%2$d)'/><rect width='9' height='9' filter='url(#m%2$d)'/></g>"
                                                .formatted(i, i + 1))
                        + "</defs><rect width='90' height='90' filter='url(#m0)'/>");
        add(
                "double-uses",
                "<defs>"
                        + levels(deep, i -> "<g id='m%d'>%s</g>", "<use xlink:href='#m%d'/>")
                        + "</defs><use xlink:href='#m0'/>");
        add(
                "double-mixed",
                "<defs>"
                        + times(
                                deep,
                                i ->
                                        "<mask id='m%1$d'><use xlink:href='#g%1$d' fill='url(#p%1$d)'/></mask><g id='g%1$d'><rect width='9' height='9' mask='url(#m%2$d)'/><rect width='9' height='9' fill='url(#p%2$d)'/></g><pattern id='p%1$d' width='9' height='9' patternUnits='userSpaceOnUse'><use xlink:href='#g%2$d'/></pattern>"
                                                .formatted(i, i + 1))
                        + "</defs><rect width='90' height='90' mask='url(#m0)'/>");
        add(
                "circle-masks",
                "<mask id='a'><rect width='9' height='9' mask='url(#b)'/></mask><mask id='b'><rect width='9' height='9' mask='url(#a)'/></mask><rect width='9' height='9' mask='url(#a)'/>");
        add(
                "circle-patterns",
                "<pattern id='a' width='3' height='3' patternUnits='userSpaceOnUse'><rect width='9' height='9' fill='url(#a)'/></pattern><rect width='90' height='90' fill='url(#a)'/>");
        add(
                "circle-markers",
                "<marker id='a'><path d='M0 0L9 9' marker-end='url(#a)'/></marker><path d='M0 0L9 9' marker-end='url(#a)'/>");
        add(
                "markers-everywhere",
                "<marker id='a'>" + "<rect width='2' height='2'/>".repeat(500)
                        + "</marker><path marker-mid='url(#a)' d='M0 0" + "l1 1".repeat(200_000) + "'/>");
    }

    private void chains() {
        add(
                "chain-gradients",
                times(20_000, i -> "<linearGradient id='m" + i + "' xlink:href='#m" + (i + 1) + "'/>")
                        + "<rect width='9' height='9' fill='url(#m0)'/>");
        add(
                "chain-patterns",
                times(3_000, i -> "<pattern id='m" + i + "' xlink:href='#m" + (i + 1) + "'/>")
                        + "<pattern id='m3000' width='9' height='9'>" + "<rect/>".repeat(2_000)
                        + "</pattern><rect width='9' height='9' fill='url(#m0)'/>");
        add(
                "chain-trefs",
                times(27, i -> "<text id='m%1$d'><tref xlink:href='#m%2$d'/><tref xlink:href='#m%2$d'/></text>"
                                .formatted(i, i + 1))
                        + "<text id='m27'>again</text>");
        add(
                "circle-gradients",
                "<linearGradient id='a' xlink:href='#b'/><linearGradient id='b' xlink:href='#a'/><rect width='9' height='9' fill='url(#a)'/>");
    }

    private void geometry() {
        add("dashes", "<line x2='1000000000' y2='9' stroke='black' stroke-dasharray='0.001'/>");
        add("dashes-of-nothing", "<path d='M0 0h300' stroke='black' stroke-dasharray='1e-30 1e-38'/>");
        add(
                "dashes-scaled",
                "<g transform='scale(1e7)'><path d='M0 0h300' stroke='black' stroke-dasharray='1e-5'/></g>");
        add("dashes-many", times(500, i -> "<path d='M0 " + i + "h300' stroke='black' stroke-dasharray='0.0007'/>"));
        add("path-segments", "<path stroke='black' d='M0 0" + "l1 1-1 0".repeat(900_000) + "'/>");
        add("path-arcs", "<path stroke='black' stroke-width='9' d='M0 0" + "a9 5 3 0 1 1 1".repeat(400_000) + "'/>");
        add("path-far", "<path stroke='black' stroke-width='1e30' d='M-1e38-1e38C1e38 1e38-1e38 1e38 3e38 1Z'/>");
        add(
                "stroke-joins",
                "<path stroke='black' stroke-width='200' stroke-linejoin='round' fill='none' d='M0 0"
                        + "l90 1-90 1".repeat(60_000) + "'/>");
        made.put(
                "size-huge.svg",
                ("<svg xmlns='http://www.w3.org/2000/svg' width='1e9' height='1e9'><rect width='9' height='9'/></svg>")
                        .getBytes(StandardCharsets.UTF_8));
        made.put(
                "size-tiny.svg",
                ("<svg xmlns='http://www.w3.org/2000/svg' width='1e-30' height='1e-30' viewBox='0 0 1e-38 1e-38'><rect width='9' height='9'/></svg>")
                        .getBytes(StandardCharsets.UTF_8));
        add(
                "pattern-tiny",
                "<pattern id='a' width='0.0001' height='0.0001' patternUnits='userSpaceOnUse'><rect width='1' height='1'/></pattern><rect width='400' height='300' fill='url(#a)'/>");
        add(
                "pattern-many",
                times(
                        400,
                        i -> "<pattern id='a" + i + "' width='1' height='1' patternUnits='userSpaceOnUse'>"
                                + "<circle r='1' filter='blur(3)'/>".repeat(20)
                                + "</pattern><rect width='400' height='300' fill='url(#a" + i + ")'/>"));
        add(
                "gradient-stops",
                "<linearGradient id='a'>" + "<stop offset='.5' stop-color='red'/>".repeat(200_000)
                        + "</linearGradient><rect width='400' height='300' fill='url(#a)'/>");
    }

    private void clips() {
        String outline = times(20_000, i -> (i * 37 % 400) + " " + (i * 91 % 300) + " ");
        add(
                "clip-jagged",
                "<clipPath id='a'><polygon points='" + outline
                        + "'/></clipPath><rect width='400' height='300' clip-path='url(#a)'/>");
        add(
                "clip-many",
                "<clipPath id='a'>"
                        + times(3_000, i -> "<circle cx='" + i % 400 + "' cy='" + i * 7 % 300 + "' r='40'/>")
                        + "</clipPath><rect width='400' height='300' clip-path='url(#a)'/>");
    }

    private void filters() {
        filter("filter-octaves", "<feTurbulence baseFrequency='0.9' numOctaves='2000000000'/>");
        filter("filter-convolution", "<feConvolveMatrix order='700' kernelMatrix='" + "1 ".repeat(490_000) + "'/>");
        filter("filter-morphology", "<feMorphology operator='dilate' radius='1000000'/>");
        filter("filter-blur", "<feGaussianBlur stdDeviation='1e9'/>");
        filter("filter-offset", "<feOffset dx='1e30' dy='-1e30'/>");
        filter("filter-tile", "<feFlood x='0' y='0' width='0.001' height='0.001'/><feTile/>");
        filter("filter-primitives", "<feGaussianBlur stdDeviation='9'/>".repeat(20_000));
        filter(
                "filter-merge",
                times(40, i -> "<feMerge result='r" + i + "'>" + "<feMergeNode/><feMergeNode/>" + "</feMerge>"));
        filter("filter-merges", "<feMerge>" + "<feMergeNode/>".repeat(100_000) + "</feMerge>");
        filter(
                "filter-table",
                "<feComponentTransfer><feFuncR type='table' tableValues='" + "1 0 ".repeat(900_000)
                        + "'/></feComponentTransfer>");
        filter(
                "filter-lighting",
                "<feDiffuseLighting surfaceScale='1e30' kernelUnitLength='1e-9'><fePointLight x='1e30' z='-1e30'/></feDiffuseLighting>");
        add(
                "filter-region",
                "<filter id='a' x='-1e6' y='-1e6' width='2e6' height='2e6' filterUnits='userSpaceOnUse'><feGaussianBlur stdDeviation='40'/></filter><rect width='2000000' height='2000000' filter='url(#a)'/>");
        add(
                "filter-stack",
                "<filter id='a'><feTurbulence baseFrequency='.1' numOctaves='9'/></filter>"
                        + "<g filter='url(#a)'>".repeat(300) + "<rect width='400' height='300'/>" + "</g>".repeat(300));
        add(
                "filter-rows",
                "<filter id='a'><feTurbulence baseFrequency='.1' numOctaves='9'/></filter>"
                        + "<rect width='400' height='300' filter='url(#a)'/>".repeat(3_000));
    }

    private void filter(String name, String primitives) {
        add(name, "<filter id='a'>" + primitives + "</filter><rect width='400' height='300' filter='url(#a)'/>");
    }

    private void masses() throws IOException {
        made.put(
                "elements-packed.svgz",
                packed("<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>" + "<a/>".repeat(8_000_000)
                        + "</svg>"));
        made.put(
                "elements-drawn.svgz",
                packed("<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>"
                        + "<rect width='9' height='9' fill='red'/>".repeat(1_000_000) + "</svg>"));
        made.put(
                "text-packed.svgz",
                packed("<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>" + " ".repeat(200_000_000)
                        + "</svg>"));
        made.put(
                "attributes.svg",
                ("<svg xmlns='http://www.w3.org/2000/svg' " + times(100_000, i -> "a" + i + "='' ") + "/>")
                        .getBytes(StandardCharsets.UTF_8));
        add("attributes-spread", times(20_000, e -> "<g " + times(40, i -> "data-a" + i + "='' ") + "/>"));
        add("text-long", "<text x='9' y='9'>" + "word ".repeat(200_000) + "</text>");
        add(
                "text-spans-allowed",
                "<text x='9' y='9'>" + "<tspan dx='1' rotate='1 2 3'>w</tspan>".repeat(4_900) + "</text>");
        add("text-spans", "<text x='9' y='9'>" + "<tspan dx='1' rotate='1 2 3'>w</tspan>".repeat(40_000) + "</text>");
        add("text-places", "<text x='" + "1 ".repeat(300_000) + "'>word</text>");
        add(
                "text-on-path",
                "<path id='a' d='M0 0" + "l1 1".repeat(50_000) + "'/><text><textPath xlink:href='#a'>"
                        + "word ".repeat(10_000) + "</textPath></text>");
        add(
                "letters",
                "<font horiz-adv-x='9'><font-face font-family='f'/>"
                        + times(5_000, i -> "<glyph unicode='a' d='M0 0h9'/><hkern u1='a' u2='a' k='1'/>")
                        + "</font><text font-family='f'>" + "a".repeat(20_000) + "</text>");
        add("layers", times(20_000, i -> "<g id='l" + i + "'><rect width='9' height='9'/></g>"));
    }

    private void nested() {
        add("depth", "<g>".repeat(100_000));
        add("depth-allowed", "<g opacity='.9'>".repeat(480) + "<rect width='400' height='300'/>" + "</g>".repeat(480));
        made.put(
                "entities.svg",
                ("<!DOCTYPE svg [<!ENTITY a 'aaaaaaaaaa'>"
                                + times(20, i -> "<!ENTITY a%d '%s'>"
                                        .formatted(i, (i == 0 ? "&a;" : "&a" + (i - 1) + ";").repeat(10)))
                                + "]><svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><text>&a19;</text></svg>")
                        .getBytes(StandardCharsets.UTF_8));
        String inner =
                "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='90' height='90'>%s</svg>";
        String drawing = inner.formatted("<rect width='9' height='9'/>");
        for (int i = 0; i < 12; i++) {
            String picture = "<image width='90' height='90' xlink:href='data:image/svg+xml;base64,%s'/>"
                    .formatted(Base64.getEncoder().encodeToString(drawing.getBytes(StandardCharsets.UTF_8)));
            drawing = inner.formatted(picture + (i < 6 ? picture : ""));
        }
        made.put("pictures-in-pictures.svg", drawing.getBytes(StandardCharsets.UTF_8));
        add(
                "picture-huge",
                "<image width='90' height='90' xlink:href='data:image/png;base64,%s'/>"
                        .formatted(Base64.getEncoder().encodeToString(PictureBlocks.emptyPng(60_000, 60_000))));
        add(
                "pictures-many",
                ("<image width='9' height='9' xlink:href='data:image/png;base64,%s'/>"
                                .formatted(Base64.getEncoder().encodeToString(PictureBlocks.emptyPng(5_000, 5_000))))
                        .repeat(400));
    }

    /** A row of things, each written around two of a kind that name the next one. */
    private static String levels(int deep, IntFunction<String> shape, String naming) {
        return times(
                deep, i -> shape.apply(i).formatted(i, naming.formatted(i + 1).repeat(2)));
    }

    private static String times(int count, IntFunction<String> part) {
        return IntStream.range(0, count).mapToObj(part).collect(Collectors.joining());
    }

    private static byte[] packed(String text) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(bytes)) {
            out.write(text.getBytes(StandardCharsets.UTF_8));
        }
        return bytes.toByteArray();
    }
}
