package app.vineparcel.demo;

import java.util.List;
import java.util.Locale;

/** Jar labels as one SVG: every fruit in full colour, for dark glass and in white ink, an artboard each, with a die-line over all of them. */
final class JarLabels {

    private static final int WIDTH = 340;
    private static final int HEIGHT = 440;
    private static final int GAP = 60;

    /** A fruit, what stands below its name, and its two colours. */
    private record Fruit(String id, String name, String line, String light, String deep) {}

    /** A version: its ground, its ink, and what the fruit is filled with. */
    private record Version(String id, String title, String ground, String ink, String fruit) {}

    private static final List<Fruit> FRUITS = List.of(
            new Fruit("quince", "Quince Jelly", "with a little cinnamon", "#f3cf5b", "#b9791a"),
            new Fruit("plum", "Plum Butter", "slowly stirred for nine hours", "#a4547f", "#4a1f43"),
            new Fruit("apple", "Apple Chutney", "windfalls, onion, mustard seed", "#d8634a", "#7d2a22"));

    private static final List<Version> VERSIONS = List.of(
            new Version("full-colour", "full colour", "#fbfbf8", "#1f2622", "url(#skin-%s)"),
            new Version("dark-glass", "dark glass", "#1d241f", "#f4efe2", "url(#skin-%s)"),
            new Version("white-ink", "white ink", "none", "#ffffff", "#ffffff"));

    private JarLabels() {}

    static String svg() {
        StringBuilder views = new StringBuilder();
        StringBuilder art = new StringBuilder();
        StringBuilder lines = new StringBuilder();
        StringBuilder skins = new StringBuilder();
        for (int row = 0; row < FRUITS.size(); row++) {
            Fruit fruit = FRUITS.get(row);
            skins.append(
                    """
                    <radialGradient id="skin-%s" cx="0.38" cy="0.3" r="0.85"><stop offset="0" stop-color="%s"/><stop offset="1" stop-color="%s"/></radialGradient>
                    """
                            .formatted(fruit.id(), fruit.light(), fruit.deep()));
            for (int column = 0; column < VERSIONS.size(); column++) {
                Version version = VERSIONS.get(column);
                int x = column * (WIDTH + GAP);
                int y = row * (HEIGHT + GAP);
                String id = fruit.id() + "-" + version.id();
                views.append("<view id=\"%s\" viewBox=\"%d %d %d %d\"><title>%s, %s</title></view>\n"
                        .formatted(id, x, y, WIDTH, HEIGHT, fruit.name(), version.title()));
                art.append(label(fruit, version, "art-" + id, x, y));
                lines.append("<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" rx=\"22\"/>\n"
                        .formatted(x + 8, y + 8, WIDTH - 16, HEIGHT - 16));
            }
        }
        int width = VERSIONS.size() * (WIDTH + GAP) - GAP;
        int height = FRUITS.size() * (HEIGHT + GAP) - GAP;
        return """
                <svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="0 0 %d %d">
                <title>Jar labels</title>
                <defs>%s<filter id="shade" x="-20%%" y="-20%%" width="140%%" height="140%%"><feGaussianBlur in="SourceAlpha" stdDeviation="5"/><feOffset dy="5"/><feComponentTransfer><feFuncA type="linear" slope="0.35"/></feComponentTransfer><feMerge><feMergeNode/><feMergeNode in="SourceGraphic"/></feMerge></filter>
                <path id="leaf" d="M0 0C18 -16 44 -14 58 4C40 14 16 14 0 0Z"/></defs>
                %s%s<g id="die-line" fill="none" stroke="#e6007e" stroke-width="1.5">
                %s</g>
                </svg>
                """
                .formatted(width, height, width, height, skins, views, art, lines);
    }

    private static String label(Fruit fruit, Version version, String id, int x, int y) {
        boolean white = version.id().equals("white-ink");
        String ground = version.ground().equals("none")
                ? ""
                : "<rect width=\"%d\" height=\"%d\" fill=\"%s\"/>".formatted(WIDTH, HEIGHT, version.ground());
        return String.format(
                Locale.ROOT,
                """
                <g id="%s" transform="translate(%d %d)">%s
                <rect x="22" y="22" width="296" height="396" rx="14" fill="none" stroke="%s" stroke-width="2"/>
                <g transform="translate(170 168)"%s><path d="M-8 -96C42 -104 92 -60 86 4C80 62 40 92 0 92C-44 92 -84 60 -86 4C-88 -52 -50 -90 -8 -96Z" fill="%s"/>
                <use href="#leaf" transform="translate(2 -98) rotate(-24)" fill="%s"/><path d="M0 -94C-2 -108 2 -116 8 -124" fill="none" stroke="%s" stroke-width="5" stroke-linecap="round"/></g>
                <text x="170" y="318" text-anchor="middle" font-family="IBM Plex Sans SemiBold" font-size="34" fill="%s">%s</text>
                <text x="170" y="346" text-anchor="middle" font-family="IBM Plex Sans" font-size="15" fill="%s">%s</text>
                <line x1="120" y1="366" x2="220" y2="366" stroke="%s"/>
                <text x="170" y="392" text-anchor="middle" font-family="IBM Plex Sans" font-size="13" letter-spacing="2" fill="%s">HARROW LANE GROWERS</text>
                </g>
                """,
                id,
                x,
                y,
                ground,
                version.ink(),
                white ? "" : " filter=\"url(#shade)\"",
                version.fruit().formatted(fruit.id()),
                white ? "#ffffff" : "#4f7a34",
                version.ink(),
                version.ink(),
                fruit.name(),
                version.ink(),
                fruit.line(),
                version.ink(),
                version.ink());
    }
}
