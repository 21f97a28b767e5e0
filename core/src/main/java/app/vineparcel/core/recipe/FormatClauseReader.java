package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionSource;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.formats.Formats;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;

/** Reads the format clause: its type says which options belong to it. */
final class FormatClauseReader implements OptionSource {

    private final JsonPlace format;
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
        format.refuseOthers();
        return kind.with(chosen);
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
