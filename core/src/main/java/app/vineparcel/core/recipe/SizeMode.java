package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Sizing;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Function;
import tools.jackson.databind.node.ObjectNode;

/**
 * One way of giving a size, as recipe files have it.
 *
 * @param word as in {@code size.mode}
 * @param keys of the numbers and options that belong to it, beside those that every size has
 * @param reader reads its numbers
 * @param owns whether a sizing is of this mode
 * @param writer writes its numbers
 * @param sentence what it does: {@code Long edge 2048 px}
 * @param summary the same in a word or two: {@code 2048 px}
 */
record SizeMode(
        String word,
        List<String> keys,
        Function<SizeNumbers, Sizing> reader,
        Function<Sizing, Boolean> owns,
        BiConsumer<Sizing, ObjectNode> writer,
        Function<Sizing, String> sentence,
        Function<Sizing, String> summary) {

    /** A mode of one type. */
    static <T extends Sizing> SizeMode of(
            String word,
            List<String> keys,
            Class<T> type,
            Function<SizeNumbers, T> reader,
            BiConsumer<T, ObjectNode> writer,
            Function<T, String> sentence,
            Function<T, String> summary) {
        return new SizeMode(
                word,
                keys,
                reader::apply,
                type::isInstance,
                (sizing, json) -> writer.accept(type.cast(sizing), json),
                sizing -> sentence.apply(type.cast(sizing)),
                sizing -> summary.apply(type.cast(sizing)));
    }

    /** The same for some sizings of the type only. */
    SizeMode where(Function<Sizing, Boolean> only) {
        return new SizeMode(
                word, keys, reader, sizing -> owns.apply(sizing) && only.apply(sizing), writer, sentence, summary);
    }
}
