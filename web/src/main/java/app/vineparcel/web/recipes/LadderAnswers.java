package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.web.Words;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** What a ladder is made of, and what the script of its page is told of a rung. */
public final class LadderAnswers {

    /** From the finest. */
    public static final List<Integer> QUALITIES = List.of(92, 82, 70, 50);

    /** A region of a ladder has so many pixels at most. */
    private static final int MOST_EDGE = 640;

    private static final Words WORDS = new Words();

    private LadderAnswers() {}

    /** The formats that are tried: those with a quality that this machine writes. */
    public static List<FormatKind> kinds() {
        return Formats.all().stream()
                .filter(kind -> kind.options().stream().anyMatch(LadderAnswers::isQuality))
                .filter(kind -> kind.missing().isEmpty())
                .filter(kind -> !usual(kind).isVector())
                .toList();
    }

    private static boolean isQuality(FormatOption option) {
        return option.key().equals("quality");
    }

    private static OutputFormat usual(FormatKind kind) {
        OptionValues chosen = OptionValues.none();
        for (FormatOption option : kind.options()) {
            if (option.applies(chosen)) {
                chosen = chosen.and(option.key(), option.usual());
            }
        }
        return kind.with(chosen);
    }

    /** A format at a quality: as the recipe has it where it is the recipe's own, else as it usually is. */
    public static OutputFormat format(OutputFormat own, String type, int quality) {
        OutputFormat from = own.type().equals(type) && own.weightStep().isPresent() && own.depth() == 8
                ? own
                : usual(Formats.kind(type));
        return from.atWeightStep(Math.max(1, Math.min(100, quality)));
    }

    /** A region that somebody asks for, within bounds. */
    public static Box region(double x, double y, double width, double height) {
        return new Box(
                Math.max(0, Math.floor(x)),
                Math.max(0, Math.floor(y)),
                Math.max(1, Math.min(MOST_EDGE, Math.floor(width))),
                Math.max(1, Math.min(MOST_EDGE, Math.floor(height))));
    }

    /** The region as plain samples, and what is to be said of it. */
    public static ResponseEntity<byte[]> of(Ladder ladder, OutputFormat format, Box region) throws ProblemException {
        if (!ladder.holds(format)) {
            return ResponseEntity.noContent().build();
        }
        Ladder.Rung rung = ladder.rung(format, region);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header("X-Width", String.valueOf(rung.view().size().width()))
                .header("X-Bytes", String.valueOf(rung.bytes()))
                .header(
                        "X-Weight",
                        (rung.estimated() ? "~" : "")
                                + WORDS.weight(rung.bytes()).replace('\u00a0', ' '))
                .header("X-Score", WORDS.score(rung.score()))
                .header("X-Seen", Visibility.of(rung.score()).words())
                .header("X-Similarity", String.format(Locale.ROOT, "%.4f", rung.similarity()))
                .body(rung.view().rgba());
    }
}
