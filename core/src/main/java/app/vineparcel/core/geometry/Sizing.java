package app.vineparcel.core.geometry;

/** How large a rendition shall be: the size clause of a recipe. All lengths are px unless they say otherwise. */
public sealed interface Sizing {

    /** So many times that large. */
    default Sizing times(double density) {
        if (density == 1) {
            return this;
        }
        if (this instanceof Edge edge) {
            return new Edge(edge.side(), times(edge.px(), density));
        }
        if (this instanceof Boxed box) {
            return new Boxed(box.fit(), times(box.width(), density), times(box.height(), density));
        }
        if (this instanceof Scaled scaled) {
            return new Scaled(Math.min(64, scaled.factor() * density));
        }
        if (this instanceof Megapixels area) {
            return new Megapixels(Math.min(1000, area.mp() * density * density));
        }
        if (this instanceof Print print) {
            return new Print(print.fit(), print.width(), print.height(), print.unit(), times(print.ppi(), density));
        }
        return new Scaled(density);
    }

    private static int times(int px, double density) {
        return (int) Math.max(1, Math.round(px * density));
    }

    /** As many pixels as the piece has. */
    record Original() implements Sizing {}

    /** One edge is given, the other follows. */
    record Edge(Side side, int px) implements Sizing {
        public Edge {
            requirePositive(px);
        }
    }

    /** Which edge {@link Edge} gives. */
    enum Side {
        LONG,
        SHORT,
        WIDTH,
        HEIGHT
    }

    /** A box is given, and what happens when the piece has another aspect. */
    record Boxed(BoxFit fit, int width, int height) implements Sizing {
        public Boxed {
            requirePositive(width);
            requirePositive(height);
        }
    }

    /** How a piece goes into a box of another aspect. */
    enum BoxFit {
        /** The whole piece, no larger than the box. */
        INSIDE,
        /** The box is filled; what does not fit is cropped about the focal point. */
        FILL,
        /** The whole piece on a canvas of exactly the box's size. */
        PAD,
        /** The piece is pulled to the box's aspect. */
        STRETCH
    }

    /** A share of the piece's own size. */
    record Scaled(double factor) implements Sizing {
        public Scaled {
            if (!(factor > 0 && factor <= 64)) {
                throw new IllegalArgumentException("a factor lies above 0 and is at most 64");
            }
        }
    }

    /** About so many millions of pixels in the piece's own aspect. */
    record Megapixels(double mp) implements Sizing {
        public Megapixels {
            if (!(mp > 0 && mp <= 1000)) {
                throw new IllegalArgumentException("megapixels lie above 0 and are at most 1000");
            }
        }
    }

    /** A size on paper at a resolution. */
    record Print(BoxFit fit, double width, double height, LengthUnit unit, int ppi) implements Sizing {
        public Print {
            requirePositive(ppi);
            if (!(width > 0 && height > 0)) {
                throw new IllegalArgumentException("a paper size is positive");
            }
        }

        /** The same as a box in px. */
        public Boxed inPixels() {
            return new Boxed(fit, px(width), px(height));
        }

        /** The same without rounding. */
        public Extent exactPixels() {
            return new Extent(unit.toPixels(width, ppi), unit.toPixels(height, ppi));
        }

        private int px(double length) {
            return (int) Math.max(1, Math.round(unit.toPixels(length, ppi)));
        }
    }

    private static void requirePositive(int px) {
        if (px < 1) {
            throw new IllegalArgumentException("a size is at least 1, not " + px);
        }
    }
}
