package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionSource;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.measure.look.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;

/** Reads the format clause: its type says which options belong to it. */
final class FormatClauseReader implements OptionSource {

    static final String LOOKS_LIKE = "looks-like";

    private static final int LEAST_SCORE = 30;
    private static final int MOST_SCORE = 99;

    private final JsonPlace format;
    private OptionalDouble looksLike = OptionalDouble.empty();
    private OptionalLong maxBytes = OptionalLong.empty();

    FormatClauseReader(JsonPlace format) {
        this.format = format;
    }

    OutputFormat read() {
        FormatKind kind = format.choice("type", Formats.types())
                .map(Formats::kind)
                .orElseGet(() -> Formats.all().get(0));
        OptionValues chosen = OptionValues.none();
        for (FormatOption option : kind.options()) {
            if (option.applies(chosen)) {
                Optional<?> given = option.read(this);
                chosen = chosen.and(option.key(), given.isPresent() ? given.get() : option.usual());
            }
        }
        OptionalInt limit = format.whole("max-bytes", 1, Integer.MAX_VALUE);
        maxBytes = limit.isPresent() ? OptionalLong.of(limit.getAsInt()) : OptionalLong.empty();
        OutputFormat read = kind.with(chosen);
        looksLike = looksLike(read);
        format.refuseOthers();
        return read;
    }

    /** One of the words of the scale, or a number on it; only where there is a quality that can be turned down. */
    private OptionalDouble looksLike(OutputFormat read) {
        format.pass(LOOKS_LIKE);
        if (!format.has(LOOKS_LIKE)) {
            return OptionalDouble.empty();
        }
        if (read.weightStep().isEmpty()) {
            format.fault(
                    LOOKS_LIKE,
                    "a format without quality or palette",
                    "it is for JPEG, WebP, AVIF and JPEG XL with loss, and for palettes");
            return OptionalDouble.empty();
        }
        if (format.isText(LOOKS_LIKE)) {
            List<String> words =
                    Visibility.thatCanBeAsked().stream().map(Visibility::words).toList();
            return format.choice(LOOKS_LIKE, words).flatMap(Visibility::named).stream()
                    .mapToDouble(Visibility::least)
                    .findFirst();
        }
        return format.between(LOOKS_LIKE, LEAST_SCORE, MOST_SCORE);
    }

    /** How near the file must stay, once the clause was read. */
    OptionalDouble looksLike() {
        return looksLike;
    }

    /** The weight limit, once the clause was read. */
    OptionalLong maxBytes() {
        return maxBytes;
    }

    @Override
    public Optional<Integer> whole(String key, int least, int most) {
        OptionalInt read = format.whole(key, least, most);
        return read.isPresent() ? Optional.of(read.getAsInt()) : Optional.empty();
    }

    @Override
    public Optional<Integer> oneOf(String key, List<Integer> allowed) {
        Optional<Integer> read = whole(key, 1, 64);
        if (read.isPresent() && !allowed.contains(read.get())) {
            format.fault(
                    key,
                    read.get().toString(),
                    "allowed are " + allowed.toString().replaceAll("[\\[\\]]", ""));
            return Optional.empty();
        }
        return read;
    }

    @Override
    public Optional<Double> decimal(String key, double least, double most) {
        return format.between(key, least, most).stream().boxed().findFirst();
    }

    @Override
    public Optional<Boolean> flag(String key) {
        return Optional.of(key)
                .filter(format::has)
                .map(there -> format.flag(there, false))
                .or(() -> {
                    format.flag(key, false); // known, and not given
                    return Optional.empty();
                });
    }

    @Override
    public Optional<String> word(String key, List<String> allowed) {
        return format.choice(key, allowed);
    }
}
