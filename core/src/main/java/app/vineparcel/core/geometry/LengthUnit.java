package app.vineparcel.core.geometry;

/** Units of paper. */
public enum LengthUnit {
    MM(1 / 25.4),
    CM(1 / 2.54),
    IN(1);

    private final double inches;

    LengthUnit(double inches) {
        this.inches = inches;
    }

    /** A length in this unit as px at a resolution in px per inch, unrounded. */
    public double toPixels(double length, double ppi) {
        return length * inches * ppi;
    }
}
