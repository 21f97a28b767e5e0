package app.vineparcel.core.codec;

import java.util.List;
import java.util.Optional;

/** Where the options of a format are read from. What is there and wrong is noted by the source and comes back empty. */
public interface OptionSource {

    /** A whole number within a range, ends included. */
    Optional<Integer> whole(String key, int least, int most);

    /** One of a few whole numbers. */
    Optional<Integer> oneOf(String key, List<Integer> allowed);

    /** A number within a range, ends included. */
    Optional<Double> decimal(String key, double least, double most);

    /** Yes or no. */
    Optional<Boolean> flag(String key);

    /** One of a few words. */
    Optional<String> word(String key, List<String> allowed);
}
