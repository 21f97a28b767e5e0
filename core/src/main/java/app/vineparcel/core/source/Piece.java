package app.vineparcel.core.source;

import app.vineparcel.core.Notice;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * One thing in a source that can be rendered.
 *
 * @param key finds it in its source again, also in a later version of it; a region has the key of what it lies on
 * @param name what the document calls it; people may call it something else
 * @param kind what it is
 * @param size in its own units
 * @param unitsPerInch what a unit is on paper; only for what is drawn from shapes, which has no pixels of its own
 * @param offered whether it is rendered unless somebody says otherwise
 * @param notices what reading it found
 * @param region the part of the piece behind {@code key} that this is, where it is only a part
 * @param wants words of the recipes that its document asks for, as {@code kebab-case} has their titles; empty where it leaves that open
 */
public record Piece(
        String key,
        String name,
        Kind kind,
        Extent size,
        OptionalDouble unitsPerInch,
        Optional<Box> region,
        boolean offered,
        List<Notice> notices,
        List<String> wants) {

    public Piece {
        notices = List.copyOf(notices);
        wants = List.copyOf(wants);
    }

    /** One whose document asks for no recipes. */
    public Piece(
            String key,
            String name,
            Kind kind,
            Extent size,
            OptionalDouble unitsPerInch,
            Optional<Box> region,
            boolean offered,
            List<Notice> notices) {
        this(key, name, kind, size, unitsPerInch, region, offered, notices, List.of());
    }

    /** One about which nothing else is to be said. */
    public Piece(String key, String name, Kind kind, Extent size, OptionalDouble unitsPerInch, Optional<Box> region) {
        this(key, name, kind, size, unitsPerInch, region, true, List.of());
    }

    /** The same with something found in it. */
    public Piece with(List<Notice> found) {
        return new Piece(key, name, kind, size, unitsPerInch, region, offered, found, wants);
    }

    /** The same, rendered only where somebody asks for it. */
    public Piece onDemand() {
        return new Piece(key, name, kind, size, unitsPerInch, region, false, notices, wants);
    }

    /** The same whose document asks for recipes. */
    public Piece wanting(List<String> recipes) {
        return new Piece(key, name, kind, size, unitsPerInch, region, offered, notices, recipes);
    }

    /** Units of CSS px, which SVG counts in. */
    public static final double CSS_PX = 96;

    /** Units of PDF: DTP points. */
    public static final double POINTS = 72;

    /** The key of a source that is one piece. */
    public static final String WHOLE = "whole";

    /** What a piece is. */
    public enum Kind {
        PICTURE,
        ARTBOARD,
        PAGE,
        OBJECT,
        LAYER,
        REGION,
        SHEET;

        /** As people call it. */
        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /** A whole picture. */
    public static Piece picture(String name, PixelSize size) {
        return pixels(WHOLE, name, Kind.PICTURE, size);
    }

    /** Something with pixels of its own. */
    public static Piece pixels(String key, String name, Kind kind, PixelSize size) {
        return new Piece(key, name, kind, Extent.of(size), OptionalDouble.empty(), Optional.empty());
    }

    /** Something that is drawn. */
    public static Piece drawn(String key, String name, Kind kind, Extent size, double unitsPerInch) {
        return new Piece(key, name, kind, size, OptionalDouble.of(unitsPerInch), Optional.empty());
    }

    /** A rectangle on this piece, in its units. */
    public Piece region(String regionName, Box box) {
        Box on = region.map(own -> box.movedBy(own.x(), own.y())).orElse(box);
        return new Piece(key, regionName, Kind.REGION, Extent.of(box), unitsPerInch, Optional.of(on), true, notices);
    }

    /** Whether it is all of its source. */
    public boolean isWhole() {
        return key.equals(WHOLE) && region.isEmpty();
    }

    /** Whether it is drawn from shapes and so can have any number of pixels. */
    public boolean isDrawn() {
        return unitsPerInch.isPresent();
    }

    /** Its size where one unit becomes one pixel. */
    public PixelSize pixels() {
        return size.rounded();
    }

    /** A box in its units as one in those of the piece behind the key. */
    public Box onWhole(Box part) {
        return region.map(own -> part.movedBy(own.x(), own.y())).orElse(part);
    }
}
