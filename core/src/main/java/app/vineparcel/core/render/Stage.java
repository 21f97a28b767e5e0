package app.vineparcel.core.render;

/** What a run's time goes into. */
public enum Stage {
    DECODE,
    DRAW,
    RESAMPLE,
    SHARPEN,
    COLOUR,
    ENCODE,
    WRITE
}
