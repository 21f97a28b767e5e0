package app.vineparcel.core.codec;

import java.util.List;
import java.util.Optional;

/** One thing that can be chosen about a format. */
public interface FormatOption {

    /** As in a recipe file's {@code format} clause. */
    String key();

    /** What is taken where a recipe says nothing: an {@link Integer}, a {@link Double}, a {@link Boolean} or a {@link String}. */
    Object usual();

    /** The value that a clause gives; empty where it gives none, or a faulty one, of which the source takes note. */
    Optional<?> read(OptionSource source);

    /** How it is asked for on a form. */
    Control control();

    /** What can be chosen from, in words; empty where any value in a range will do. */
    default List<String> choices() {
        return List.of();
    }

    /** Whether it is a choice at all, after what was chosen before it. */
    default boolean applies(OptionValues before) {
        return true;
    }

    /** How an option is asked for. */
    enum Control {
        /** A number on a scale of 1 to 100. */
        SLIDER,
        /** A number that is typed. */
        NUMBER,
        /** One of a few words. */
        CHOICE,
        /** Yes or no. */
        SWITCH
    }

    /** The same, where it is a choice only after another option has a certain value. */
    default FormatOption onlyWith(String key, Object value) {
        return new Conditional(this, key, value);
    }

    /** Quality, 1 to 100. */
    static FormatOption quality(int usual) {
        return new Whole("quality", 1, 100, usual, Control.SLIDER);
    }

    /** A whole number within a range, ends included. */
    static FormatOption whole(String key, int least, int most, int usual) {
        return new Whole(key, least, most, usual, Control.NUMBER);
    }

    /** A number within a range, ends included. */
    static FormatOption decimal(String key, double least, double most, double usual) {
        return new Decimal(key, least, most, usual);
    }

    /** One of a few whole numbers. */
    static FormatOption oneOf(String key, List<Integer> allowed, int usual) {
        return new OneOf(key, allowed, usual);
    }

    /** One of a few words. */
    static FormatOption word(String key, List<String> allowed, String usual) {
        return new Word(key, allowed, usual);
    }

    /** Yes or no. */
    static FormatOption flag(String key, boolean usual) {
        return new Flag(key, usual);
    }

    /** A whole number. */
    record Whole(String key, int least, int most, Integer usual, Control control) implements FormatOption {
        @Override
        public Optional<Integer> read(OptionSource source) {
            return source.whole(key, least, most);
        }
    }

    /** A number. */
    record Decimal(String key, double least, double most, Double usual) implements FormatOption {
        @Override
        public Optional<Double> read(OptionSource source) {
            return source.decimal(key, least, most);
        }

        @Override
        public Control control() {
            return Control.NUMBER;
        }
    }

    /** One of a few numbers. */
    record OneOf(String key, List<Integer> allowed, Integer usual) implements FormatOption {
        @Override
        public Optional<Integer> read(OptionSource source) {
            return source.oneOf(key, allowed);
        }

        @Override
        public Control control() {
            return Control.CHOICE;
        }

        @Override
        public List<String> choices() {
            return allowed.stream().map(String::valueOf).toList();
        }
    }

    /** One of a few words. */
    record Word(String key, List<String> choices, String usual) implements FormatOption {
        @Override
        public Optional<String> read(OptionSource source) {
            return source.word(key, choices);
        }

        @Override
        public Control control() {
            return Control.CHOICE;
        }
    }

    /** Yes or no. */
    record Flag(String key, Boolean usual) implements FormatOption {
        @Override
        public Optional<Boolean> read(OptionSource source) {
            return source.flag(key);
        }

        @Override
        public Control control() {
            return Control.SWITCH;
        }
    }

    /** An option that is one only where another has a certain value. */
    record Conditional(FormatOption option, String other, Object value) implements FormatOption {
        @Override
        public String key() {
            return option.key();
        }

        @Override
        public Object usual() {
            return option.usual();
        }

        @Override
        public Optional<?> read(OptionSource source) {
            return option.read(source);
        }

        @Override
        public Control control() {
            return option.control();
        }

        @Override
        public List<String> choices() {
            return option.choices();
        }

        @Override
        public boolean applies(OptionValues before) {
            return before.has(other, value);
        }
    }
}
