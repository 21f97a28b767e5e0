package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.copy.CopyFormat;
import app.vineparcel.core.codec.gif.GifFormat;
import app.vineparcel.core.codec.heif.AvifFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.jxl.JxlFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.shapes.EpsFormat;
import app.vineparcel.core.codec.shapes.PdfFormat;
import app.vineparcel.core.codec.shapes.SvgFormat;
import app.vineparcel.core.codec.tiff.TiffFormat;
import app.vineparcel.core.codec.webp.WebpFormat;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;

/** The formats that recipes can name. A new one is a package of its own and a line here. */
public final class Formats {

    private static final List<FormatKind> ALL = List.of(
            JpegFormat.KIND,
            WebpFormat.KIND,
            AvifFormat.KIND,
            JxlFormat.KIND,
            PngFormat.KIND,
            TiffFormat.KIND,
            GifFormat.KIND,
            PdfFormat.KIND,
            SvgFormat.KIND,
            EpsFormat.KIND,
            CopyFormat.KIND);

    private Formats() {}

    /** All of them, the usual one first, as a form lists them. */
    public static List<FormatKind> all() {
        return ALL;
    }

    /** Their words in a recipe's {@code format.type}. */
    public static List<String> types() {
        return ALL.stream().map(FormatKind::type).toList();
    }

    /**
     * The format of a word.
     *
     * @throws NoSuchElementException if there is none; a recipe that was read has none such
     */
    public static FormatKind kind(String type) {
        return ALL.stream().filter(kind -> kind.type().equals(type)).findFirst().orElseThrow();
    }

    /** The format of a file by its name's ending, in lower case. */
    public static Optional<FormatKind> byEnding(String ending) {
        return ALL.stream().filter(kind -> kind.ending().equals(ending)).findFirst();
    }
}
