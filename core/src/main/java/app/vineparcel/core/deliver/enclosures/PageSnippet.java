package app.vineparcel.core.deliver.enclosures;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Pieces as elements for a web page: for each crop of each piece a {@code <picture>} of HTML with all densities or widths that were made, in every format
 * that browsers read, so that none loads more than it shows and nothing jumps while it loads.
 */
public final class PageSnippet {

    /** What the page is called. */
    public static final String HTML_NAME = "pictures.html";

    /** What the same for programs is called. */
    public static final String JSON_NAME = "pictures.json";

    /** What browsers show, the lightest first; the last ones are shown by all of them. */
    private static final List<String> SHOWN =
            List.of("image/avif", "image/webp", "image/svg+xml", "image/jpeg", "image/png", "image/gif");

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private PageSnippet() {}

    /**
     * How a picture looks before it is there.
     *
     * @param colour its main colour, {@code #rrggbb}
     * @param placeholder a tiny version of it as a data URI
     */
    public record Sketch(String colour, String placeholder) {}

    /**
     * One picture: files that show the same.
     *
     * @param files of one piece and one crop, in every format and size
     */
    public record Picture(String piece, Optional<String> altText, List<Delivered> files) {

        /** The file for those who know none of the newer formats; of densities the plainest, of widths the largest. */
        public Delivered fallback() {
            List<Delivered> plain = files.stream()
                    .filter(file -> file.mediaType().equals(plainest()))
                    .sorted(Comparator.comparingInt(file -> file.size().width()))
                    .toList();
            return isByDensity() ? plain.get(0) : plain.get(plain.size() - 1);
        }

        private String plainest() {
            return files.stream()
                    .map(Delivered::mediaType)
                    .max(Comparator.comparingInt(SHOWN::indexOf))
                    .orElseThrow();
        }

        private boolean isByDensity() {
            return files.stream().map(Delivered::recipe).distinct().count()
                            == files.stream()
                                    .map(Delivered::mediaType)
                                    .distinct()
                                    .count()
                    && files.stream().map(Delivered::density).distinct().count() > 1;
        }

        private String srcset(String type) {
            List<Delivered> of = files.stream()
                    .filter(file -> file.mediaType().equals(type))
                    .sorted(Comparator.comparingInt(file -> file.size().width()))
                    .toList();
            return of.stream()
                    .map(file -> address(file.path())
                            + (isByDensity()
                                    ? " " + number(file.density()) + "x"
                                    : " " + file.size().width() + "w"))
                    .collect(Collectors.joining(", "));
        }

        private String sizes() {
            int widest = fallback().size().width();
            return isByDensity() ? "" : " sizes=\"(max-width: %dpx) 100vw, %dpx\"".formatted(widest, widest);
        }

        private List<String> types() {
            return SHOWN.stream()
                    .filter(type ->
                            files.stream().anyMatch(file -> file.mediaType().equals(type)))
                    .toList();
        }
    }

    /** The pictures in delivered files; what no browser shows is left out. */
    public static List<Picture> pictures(List<Delivered> files) {
        List<List<Delivered>> groups = new ArrayList<>();
        for (Delivered file : files) {
            if (SHOWN.contains(file.mediaType())) {
                groups.stream()
                        .filter(group -> showsTheSame(group.get(0), file))
                        .findFirst()
                        .orElseGet(() -> {
                            List<Delivered> fresh = new ArrayList<>();
                            groups.add(fresh);
                            return fresh;
                        })
                        .add(file);
            }
        }
        return groups.stream()
                .map(group -> new Picture(
                        group.get(0).piece(),
                        group.stream()
                                .map(Delivered::altText)
                                .flatMap(Optional::stream)
                                .findFirst(),
                        distinct(group)))
                .toList();
    }

    /** Of one piece, and of proportions that differ by no more than rounding to whole pixels does. */
    private static boolean showsTheSame(Delivered a, Delivered b) {
        double apart = Math.abs(Math.log((double) a.size().width() / a.size().height())
                - Math.log((double) b.size().width() / b.size().height()));
        return a.source().equals(b.source()) && a.piece().equals(b.piece()) && apart <= rounding(a) + rounding(b);
    }

    private static double rounding(Delivered file) {
        return 0.5 / file.size().width() + 0.5 / file.size().height();
    }

    /** Of two files of one format and size a page needs one: the lighter. */
    private static List<Delivered> distinct(List<Delivered> group) {
        Map<List<Object>, Delivered> one = new LinkedHashMap<>();
        group.forEach(file -> one.merge(
                List.of(file.mediaType(), file.size().width()), file, (a, b) -> a.bytes() <= b.bytes() ? a : b));
        return List.copyOf(one.values());
    }

    /**
     * A page of all pictures, to look at and to copy from.
     *
     * @param language of the alternative texts, such as {@code en}
     * @param sketches by the paths of the fallbacks
     */
    public static String html(String title, String language, List<Picture> pictures, Map<String, Sketch> sketches) {
        StringBuilder page = new StringBuilder(
                """
                <!doctype html>
                <html lang="%s">
                  <head>
                    <meta charset="utf-8">
                    <meta name="viewport" content="width=device-width, initial-scale=1">
                    <title>%s</title>
                    <style>
                      picture img { max-width: 100%%; height: auto; }
                    </style>
                  </head>
                  <body>
                    <h1>%s</h1>
                """
                        .formatted(escaped(language), escaped(title), escaped(title)));
        for (Picture picture : pictures) {
            page.append("    <h2>")
                    .append(escaped(picture.piece()))
                    .append("</h2>\n")
                    .append(element(picture, sketches.get(picture.fallback().path())));
        }
        return page.append("  </body>\n</html>\n").toString();
    }

    private static String element(Picture picture, @org.jspecify.annotations.Nullable Sketch sketch) {
        StringBuilder element = new StringBuilder(
                picture.altText().isEmpty() ? "    <!-- no alternative text -->\n    <picture>\n" : "    <picture>\n");
        Delivered plain = picture.fallback();
        for (String type : picture.types()) {
            if (!type.equals(plain.mediaType())) {
                element.append("      <source type=\"%s\" srcset=\"%s\"%s>\n"
                        .formatted(type, escaped(picture.srcset(type)), picture.sizes()));
            }
        }
        element.append("      <img src=\"%s\" srcset=\"%s\"%s width=\"%d\" height=\"%d\" alt=\"%s\" loading=\"lazy\""
                .formatted(
                        escaped(address(plain.path())),
                        escaped(picture.srcset(plain.mediaType())),
                        picture.sizes(),
                        plain.size().width(),
                        plain.size().height(),
                        escaped(picture.altText().orElse(""))));
        if (sketch != null) {
            element.append(" style=\"background: %s url('%s') center / cover no-repeat\""
                    .formatted(sketch.colour(), sketch.placeholder()));
        }
        return element.append(">\n    </picture>\n").toString();
    }

    /** The same as JSON; pictures without alternative text have none here, so that a program can find them. */
    public static String json(List<Picture> pictures, Map<String, Sketch> sketches) {
        ArrayNode all = JSON.createArrayNode();
        for (Picture picture : pictures) {
            ObjectNode one = all.addObject().put("piece", picture.piece());
            picture.altText().ifPresent(text -> one.put("alt", text));
            Delivered plain = picture.fallback();
            one.put("src", address(plain.path()))
                    .put("width", plain.size().width())
                    .put("height", plain.size().height());
            Sketch sketch = sketches.get(plain.path());
            if (sketch != null) {
                one.put("colour", sketch.colour()).put("placeholder", sketch.placeholder());
            }
            ArrayNode sources = one.putArray("sources");
            picture.types()
                    .forEach(type -> sources.addObject().put("type", type).put("srcset", picture.srcset(type)));
        }
        return JSON.writeValueAsString(all) + "\n";
    }

    /** Relative, so that the folder works wherever it is put; commas and blanks would end an address of a set. */
    private static String address(String path) {
        return Arrays.stream(path.split("/"))
                .map(step -> URLEncoder.encode(step, StandardCharsets.UTF_8).replace("+", "%20"))
                .collect(Collectors.joining("/"));
    }

    private static String number(double density) {
        return density == Math.rint(density)
                ? String.valueOf((long) density)
                : String.format(Locale.ROOT, "%.2f", density);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
