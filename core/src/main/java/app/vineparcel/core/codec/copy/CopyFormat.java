package app.vineparcel.core.codec.copy;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Weighing;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The bytes of the source itself, under the recipe's name and in its folder: the editable master that goes along. */
public record CopyFormat() implements OutputFormat {

    /** Nothing can be chosen about a copy. */
    public static final FormatKind KIND = new Kind();

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none();
    }

    @Override
    public String sentence() {
        return "Copy of the source, as it is";
    }

    @Override
    public String summary() {
        return title();
    }

    @Override
    public boolean copies() {
        return true;
    }

    /** The source's, in lower case. */
    @Override
    public String ending(String sourceFile) {
        return sourceFile.substring(sourceFile.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    @Override
    public boolean takesInks() {
        return true;
    }

    @Override
    public int longestEdge() {
        return Integer.MAX_VALUE;
    }

    /** Not asked for: it weighs what the source does. */
    @Override
    public Weighing weighing() {
        return new Weighing(Optional.empty(), 0, false, 1, 1, Weighing.FineDetail.KEPT, 0);
    }

    @Override
    public PictureWriter writer() {
        throw new IllegalStateException("a copy is not made of pixels");
    }

    private static final class Kind implements FormatKind {
        @Override
        public String type() {
            return "copy";
        }

        @Override
        public String title() {
            return "Copy";
        }

        @Override
        public String ending() {
            return "";
        }

        @Override
        public String mediaType() {
            return "application/octet-stream";
        }

        @Override
        public List<FormatOption> options() {
            return List.of();
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new CopyFormat();
        }

        @Override
        public Optional<Decoded> readBack(Path file) {
            return Optional.empty();
        }
    }
}
