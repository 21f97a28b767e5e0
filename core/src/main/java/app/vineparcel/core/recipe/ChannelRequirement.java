package app.vineparcel.core.recipe;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Something that a channel wants every rendition to say; what lacks it is found before it is made. */
public enum ChannelRequirement {
    /** Who made it, or under which terms it may be used. */
    RIGHTS,
    /** What it shows, in words, for those who cannot see it. */
    ALT_TEXT;

    /** As in a channel file: {@code alt-text}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The wish of a word. */
    public static Optional<ChannelRequirement> byWord(String word) {
        return Arrays.stream(values()).filter(wish -> wish.word().equals(word)).findFirst();
    }

    /** Wishes as one text, with commas between. */
    public static String written(Set<ChannelRequirement> wishes) {
        return wishes.stream().sorted().map(ChannelRequirement::word).collect(Collectors.joining(","));
    }

    /** What {@link #written} gave; unknown words are left out. */
    public static Set<ChannelRequirement> read(String written) {
        Set<ChannelRequirement> wishes = EnumSet.noneOf(ChannelRequirement.class);
        for (String word : written.split(",")) {
            byWord(word).ifPresent(wishes::add);
        }
        return wishes;
    }
}
