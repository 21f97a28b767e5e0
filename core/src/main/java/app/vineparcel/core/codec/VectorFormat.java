package app.vineparcel.core.codec;

import java.util.List;

/** A kind of file that holds shapes, so that it can be shown at any size. */
public sealed interface VectorFormat extends OutputFormat {

    /** What becomes of text. */
    enum Text {
        /** It stays text, with the glyphs that it needs in the file where the font's maker permits it; outlines where not. */
        EMBED,
        /** It becomes outlines. */
        OUTLINE,
        /** It stays text that only names its font. */
        NAME
    }

    @Override
    default boolean isVector() {
        return true;
    }

    @Override
    default int longestEdge() {
        return 1_000_000;
    }

    @Override
    default boolean keepsAlpha() {
        return true;
    }

    /**
     * PDF (ISO 32000).
     *
     * @param version 1.4, 1.6, 1.7 or 2.0
     * @param combine whether all chosen pieces go into one file, a page each
     * @param cropMarks whether marks show where to trim
     * @param bleed how far art may reach beyond the trim, mm, 0 to 50
     * @param text embedded or as outlines
     * @param quality of pictures as JPEG, 1 to 100
     */
    record Pdf(String version, boolean combine, boolean cropMarks, double bleed, Text text, int quality)
            implements VectorFormat {

        /** The versions that can be written. */
        public static final List<String> VERSIONS = List.of("1.4", "1.6", "1.7", "2.0");

        @Override
        public String type() {
            return "pdf";
        }

        @Override
        public boolean takesInks() {
            return true;
        }
    }

    /**
     * SVG (SVG 1.1, second edition).
     *
     * @param text how it is kept
     */
    record Svg(Text text) implements VectorFormat {
        @Override
        public String type() {
            return "svg";
        }
    }

    /** Encapsulated PostScript, level 3; text with the glyphs that it needs, transparency flattened. */
    record Eps() implements VectorFormat {
        @Override
        public String type() {
            return "eps";
        }

        @Override
        public boolean keepsAlpha() {
            return false;
        }
    }
}
