package app.vineparcel.core.codec;

/**
 * How a format keeps shapes.
 *
 * @param container in what
 * @param text what becomes of text
 * @param pages how its pages are made
 * @param pictures what a picture becomes within it
 * @param usualBytes about how heavy a drawn piece in its own size becomes, by the median of the demo's documents
 */
public record Shapes(Container container, TextUse text, Pages pages, OutputFormat pictures, long usualBytes) {

    /** What shapes are written as. */
    public enum Container {
        /** Pages of a PDF; they hold pictures as well as shapes. */
        PDF,
        /** One SVG. */
        SVG,
        /** One page of PostScript, without transparency. */
        POSTSCRIPT
    }

    /** What becomes of text. */
    public enum TextUse {
        /** It stays text, with the glyphs that it needs in the file where the font's maker permits it; outlines where not. */
        EMBED,
        /** It becomes outlines. */
        OUTLINE,
        /** It stays text that only names its font. */
        NAME
    }

    /**
     * How pages are made.
     *
     * @param version of the format
     * @param combine whether all chosen pieces go into one file, a page each
     * @param cropMarks whether marks show where to trim
     * @param bleed how far art may reach beyond the trim, mm
     */
    public record Pages(String version, boolean combine, boolean cropMarks, double bleed) {

        /** A page for itself, cut at its edges. */
        public static final Pages PLAIN = new Pages("1.7", false, false, 0);
    }

    /** Whether a piece that is a picture may go into it. */
    public boolean holdsPictures() {
        return container == Container.PDF;
    }

    /** Whether transparency is kept. */
    public boolean holdsTransparency() {
        return container != Container.POSTSCRIPT;
    }
}
