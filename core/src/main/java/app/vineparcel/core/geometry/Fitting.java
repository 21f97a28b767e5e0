package app.vineparcel.core.geometry;

import java.util.Optional;

/**
 * Fits a piece to a {@link Sizing}. Sizes are rounded to the nearest whole pixel, never below 1 and never beyond the box.
 *
 * @param crop an aspect that the piece is cropped to first, about the focal point
 * @param sizing how large
 * @param enlarge whether the rendition may get more pixels than the cropped piece has
 */
public record Fitting(Optional<Aspect> crop, Sizing sizing, boolean enlarge) {

    /** Frames a piece of that size about that focal point. */
    public Framing frame(PixelSize piece, FocalPoint focus) {
        return frame(Extent.of(piece), focus);
    }

    /** Frames a piece of that extent about that focal point. */
    public Framing frame(Extent piece, FocalPoint focus) {
        return frame(piece, CropPlace.about(focus));
    }

    /** Frames a piece of that extent; where nothing is cropped, the place counts for nothing. */
    public Framing frame(Extent piece, CropPlace place) {
        return sizing instanceof Sizing.Print print
                ? new Fitting(crop, print.inPixels(), enlarge)
                        .exact(piece, place)
                        .rounded()
                : exact(piece, place).rounded();
    }

    /** The same without rounding anything; a size on paper is met exactly. */
    public ExactFraming exact(Extent piece, CropPlace place) {
        Box whole = crop.map(aspect -> aspect.in(piece.box(), place)).orElse(piece.box());
        CropPlace left = crop.isPresent() ? CropPlace.about(place.centre()) : place;
        if (sizing instanceof Sizing.Boxed boxed) {
            return boxed(boxed.fit(), new Extent(boxed.width(), boxed.height()), whole, piece, left);
        }
        if (sizing instanceof Sizing.Print print) {
            return boxed(print.fit(), print.exactPixels(), whole, piece, left);
        }
        return plain(whole, factor(whole));
    }

    /** The aspect that a piece is cropped to before anything else; empty where its own is kept. */
    public Optional<Aspect> cropsTo() {
        if (crop.isPresent()) {
            return crop;
        }
        if (sizing instanceof Sizing.Boxed boxed && boxed.fit() == Sizing.BoxFit.FILL) {
            return Optional.of(new Aspect(boxed.width(), boxed.height()));
        }
        return sizing instanceof Sizing.Print print && print.fit() == Sizing.BoxFit.FILL
                ? Optional.of(new Aspect(print.width(), print.height()))
                : Optional.empty();
    }

    private double factor(Box whole) {
        if (sizing instanceof Sizing.Edge edge) {
            return limited(edge.px() / length(edge.side(), whole));
        }
        if (sizing instanceof Sizing.Scaled scaled) {
            return limited(scaled.factor());
        }
        if (sizing instanceof Sizing.Megapixels area) {
            return limited(Math.sqrt(area.mp() * 1e6 / (whole.width() * whole.height())));
        }
        return 1;
    }

    private static double length(Sizing.Side side, Box whole) {
        return switch (side) {
            case LONG -> Math.max(whole.width(), whole.height());
            case SHORT -> Math.min(whole.width(), whole.height());
            case WIDTH -> whole.width();
            case HEIGHT -> whole.height();
        };
    }

    private ExactFraming boxed(Sizing.BoxFit fit, Extent box, Box whole, Extent piece, CropPlace place) {
        double across = box.width() / whole.width();
        double down = box.height() / whole.height();
        return switch (fit) {
            case INSIDE -> plain(whole, limited(Math.min(across, down)));
            case FILL -> {
                CropPlace within = new CropPlace(focusWithin(whole, piece, place.centre()), place.share());
                Box shown = new Aspect(box.width(), box.height()).in(whole, within);
                yield plain(shown, limited(box.width() / shown.width()));
            }
            case PAD -> new ExactFraming(whole, Extent.of(whole).times(limited(Math.min(across, down))), box);
            case STRETCH -> {
                Extent size = new Extent(whole.width() * limited(across), whole.height() * limited(down));
                yield new ExactFraming(whole, size, size);
            }
        };
    }

    /** The focal point of the piece, as shares of the part that an earlier crop left. */
    private static FocalPoint focusWithin(Box whole, Extent piece, FocalPoint focus) {
        return new FocalPoint(
                clamped((focus.x() * piece.width() - whole.x()) / whole.width()),
                clamped((focus.y() * piece.height() - whole.y()) / whole.height()));
    }

    private static double clamped(double share) {
        return Math.max(0, Math.min(1, share));
    }

    private double limited(double factor) {
        return enlarge ? factor : Math.min(1, factor);
    }

    private static ExactFraming plain(Box crop, double factor) {
        Extent size = Extent.of(crop).times(factor);
        return new ExactFraming(crop, size, size);
    }
}
