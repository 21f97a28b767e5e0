package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.util.List;
import java.util.OptionalInt;

/**
 * One page to be written. Lengths are points, places count from the upper left corner of the trimmed page.
 *
 * @param name for the bookmark
 * @param trim the page after trimming
 * @param bleed how far art may reach beyond the trim, at least 0
 * @param cropMarks whether marks show where to trim
 * @param ground the page's colour, 0xRRGGBB; empty for none
 * @param placed what stands on it, the lowest first
 * @param marked boxes on the page that get crop marks of their own
 * @param carries whether a page that stands on it alone is carried over as it is
 */
public record PdfSheet(
        String name,
        Extent trim,
        double bleed,
        boolean cropMarks,
        OptionalInt ground,
        List<Placed> placed,
        List<Box> marked,
        boolean carries) {

    /** One that carries a lone page over. */
    public PdfSheet(
            String name, Extent trim, double bleed, boolean cropMarks, OptionalInt ground, List<Placed> placed) {
        this(name, trim, bleed, cropMarks, ground, placed, List.of(), true);
    }

    /** The same with everything on it drawn anew, so that its page is upright and as large as its trim. */
    public PdfSheet redrawn() {
        return new PdfSheet(name, trim, bleed, cropMarks, ground, placed, marked, false);
    }

    /** The same with crop marks around these boxes. */
    public PdfSheet marked(List<Box> boxes) {
        return new PdfSheet(name, trim, bleed, cropMarks, ground, placed, List.copyOf(boxes), carries);
    }

    /**
     * Art on a page.
     *
     * @param art what
     * @param place where all of the art goes; scales it where the place has another size
     * @param window the part of the page that it may be seen in
     * @param opacity 0 to 1
     */
    public record Placed(PdfArt art, Box place, Box window, double opacity) {

        /** Seen wherever it reaches. */
        public static Placed whole(PdfArt art, Box place) {
            return new Placed(art, place, place, 1);
        }
    }

    /** The room around the trim that marks need. */
    double margin() {
        return cropMarks ? bleed + CropMarks.REACH : bleed;
    }

    /** Whether it is one piece of art at its natural size and nothing else, so that its page can be carried over. */
    boolean isPlain() {
        if (!carries || placed.size() != 1 || bleed > 0 || cropMarks || ground.isPresent()) {
            return false;
        }
        Placed only = placed.get(0);
        return only.opacity() == 1
                && Math.abs(only.place().x()) < 1e-6
                && Math.abs(only.place().y()) < 1e-6
                && close(Extent.of(only.place()), trim)
                && close(only.art().size(), trim);
    }

    private static boolean close(Extent a, Extent b) {
        return Math.abs(a.width() - b.width()) < 1e-3 && Math.abs(a.height() - b.height()) < 1e-3;
    }
}
