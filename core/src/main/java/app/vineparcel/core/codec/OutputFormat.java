package app.vineparcel.core.codec;

import java.util.Optional;
import java.util.OptionalInt;

/**
 * The kind of file a rendition becomes, with what was chosen about it: what the file can hold, how heavy it gets and who writes it. Everybody asks these
 * abilities; nobody asks which format it is.
 */
public interface OutputFormat {

    /** What all formats of this kind have in common. */
    FormatKind kind();

    /** What was chosen, by the keys of {@link FormatKind#options}. */
    OptionValues options();

    /** What it becomes, as a recipe says it: {@code JPEG, quality 82, progressive}. */
    String sentence();

    /** The same in a word or two: {@code JPEG 82}. */
    default String summary() {
        return title() + (weightStep().isPresent() ? " " + weightStep().getAsInt() : "");
    }

    /** As in a recipe's {@code format.type}. */
    default String type() {
        return kind().type();
    }

    /** As people write it: {@code JPEG}, {@code WebP}. */
    default String title() {
        return kind().title();
    }

    /** The file name's ending, without the dot. */
    default String ending() {
        return kind().ending();
    }

    /** Whether it is no format of its own but the source's file, handed on: what changes pixels counts for nothing. */
    default boolean copies() {
        return false;
    }

    /** The file name's ending, without the dot, of what is made of a source of that name. */
    default String ending(String sourceFile) {
        return ending();
    }

    /**
     * What packs a JPEG anew without changing one of its pixels; empty where the format cannot, or something of it is to be changed.
     */
    default Optional<JpegRepacker> repacker() {
        return Optional.empty();
    }

    /** Whether the format can keep transparency. */
    boolean keepsAlpha();

    /** Bits a sample that are written. */
    default int depth() {
        return 8;
    }

    /** The longest edge that the format can hold, px. */
    int longestEdge();

    /** Whether the format can hold CMYK. */
    default boolean takesInks() {
        return false;
    }

    /** Whether the format has a place for an ICC profile; without one everybody takes its colours for sRGB. */
    default boolean holdsProfile() {
        return true;
    }

    /** The colours of its palette at most; 0 where it has none. */
    default int paletteColours() {
        return 0;
    }

    /** Whether the errors of its palette are diffused. */
    default boolean dithers() {
        return false;
    }

    /** How far the format's weight can be turned down: its quality or the colours of its palette; empty where it cannot. */
    default OptionalInt weightStep() {
        return OptionalInt.empty();
    }

    /**
     * The same with a lower weight step.
     *
     * @throws IllegalStateException if it has none
     */
    default OutputFormat atWeightStep(int step) {
        throw new IllegalStateException(type() + " has no weight step");
    }

    /**
     * What its steps usually look like: a weight step and the score, up to 100, that photographs get at it on average, from the lowest step on.
     * Empty where it has no weight step.
     */
    default LookCurve looks() {
        return LookCurve.NONE;
    }

    /** How shapes are kept in it, so that one file serves every size; empty where it holds pixels. */
    default Optional<Shapes> shapes() {
        return Optional.empty();
    }

    /** Whether it holds shapes. */
    default boolean isVector() {
        return shapes().isPresent();
    }

    /** What its weight is predicted from. */
    Weighing weighing();

    /**
     * What writes its pixels.
     *
     * @throws IllegalStateException if it holds shapes
     */
    PictureWriter writer();
}
