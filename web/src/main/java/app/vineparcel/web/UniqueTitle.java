package app.vineparcel.web;

import java.util.function.Predicate;

/** Titles that nobody has yet. */
public final class UniqueTitle {

    private static final int LONGEST = 120;
    /** Room for a blank and a number. */
    private static final int LONGEST_STEM = 113;

    private UniqueTitle() {}

    /** The wanted one, or with the lowest number from 2 behind it that is free; 120 characters at most. */
    public static String of(String wanted, Predicate<String> taken) {
        String title = wanted.substring(0, Math.min(LONGEST, wanted.length()));
        String stem = title.replaceAll(" \\d{1,6}$", "");
        stem = stem.substring(0, Math.min(LONGEST_STEM, stem.length()));
        for (int number = 2; taken.test(title); number++) {
            title = stem + " " + number;
        }
        return title;
    }
}
