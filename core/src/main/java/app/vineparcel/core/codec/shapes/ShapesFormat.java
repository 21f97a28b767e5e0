package app.vineparcel.core.codec.shapes;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.Weighing;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** What all formats of shapes answer alike. */
interface ShapesFormat extends OutputFormat {

    /** The shapes, of which it has some. */
    Shapes kept();

    @Override
    default Optional<Shapes> shapes() {
        return Optional.of(kept());
    }

    @Override
    default int longestEdge() {
        return 1_000_000;
    }

    @Override
    default boolean keepsAlpha() {
        return kept().holdsTransparency();
    }

    @Override
    default Weighing weighing() {
        return kept().pictures().weighing();
    }

    @Override
    default PictureWriter writer() {
        throw new IllegalStateException(type() + " holds shapes");
    }

    /** What a picture becomes on a page. */
    static OutputFormat pictures(int quality) {
        return new JpegFormat(quality, false, Chroma.FULL);
    }

    /** A use of text as a recipe file has it. */
    static String word(Shapes.TextUse text) {
        return text.name().toLowerCase(Locale.ROOT);
    }

    /** A word of a recipe file as a use of text. */
    static Shapes.TextUse text(String word) {
        return Shapes.TextUse.valueOf(word.toUpperCase(Locale.ROOT));
    }

    /** A kind of format that is not decoded again. */
    interface Kind extends FormatKind {
        @Override
        default Optional<Decoded> readBack(Path file) {
            return Optional.empty();
        }
    }
}
