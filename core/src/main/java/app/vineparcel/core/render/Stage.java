package app.vineparcel.core.render;

/** What a run's time goes into. */
public enum Stage {
    DECODE,
    RESAMPLE,
    SHARPEN,
    COLOUR,
    ENCODE,
    WRITE
}
