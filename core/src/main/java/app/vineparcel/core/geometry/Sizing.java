package app.vineparcel.core.geometry;

/** How large a rendition shall be: the size clause of a recipe. All lengths are px unless they say otherwise. */
public sealed interface Sizing {

    /** So many times that large. */
    Sizing times(double density);

    private static int times(int px, double density) {
        return (int) Math.max(1, Math.round(px * density));
    }

    /** As many pixels as the piece has. */
    record Original() implements Sizing {

        @Override
        public Sizing times(double density) {
            return density == 1 ? this : new Scaled(density);
        }
    }

    /** One edge is given, the other follows. */
    record Edge(Side side, int px) implements Sizing {
        public Edge {
            requirePositive(px);
        }

        @Override
        public Sizing times(double density) {
            return new Edge(side, Sizing.times(px, density));
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

        @Override
        public Sizing times(double density) {
            return new Boxed(fit, Sizing.times(width, density), Sizing.times(height, density));
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
                throw new IllegalArgumentException("a factor is above 0 and is at most 64");
            }
        }

        @Override
        public Sizing times(double density) {
            return new Scaled(Math.min(64, factor * density));
        }
    }

    /** About so many millions of pixels in the piece's own aspect. */
    record Megapixels(double mp) implements Sizing {
        public Megapixels {
            if (!(mp > 0 && mp <= 1000)) {
                throw new IllegalArgumentException("megapixels are above 0 and are at most 1000");
            }
        }

        @Override
        public Sizing times(double density) {
            return new Megapixels(Math.min(1000, mp * density * density));
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

        @Override
        public Sizing times(double density) {
            return new Print(fit, width, height, unit, Sizing.times(ppi, density));
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
