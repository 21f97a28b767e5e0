package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.SizeModes;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** In which size modes each part of the form is shown. */
final class SizeFields {

    /**
     * By field, as {@code data-for} has it, with {@code box} for what only sizes in px have and {@code enlarge} for what all have but the original.
     */
    static final Map<String, String> SHOWN_IN = shownIn();

    private SizeFields() {}

    private static Map<String, String> shownIn() {
        Map<String, String> shown = new LinkedHashMap<>();
        for (String field : List.of("px", "factor", "mp", "width", "unit", "fit")) {
            shown.put(field, modes(keys -> keys.contains(field)));
        }
        shown.put("box", modes(keys -> keys.contains("width") && !keys.contains("unit")));
        shown.put("enlarge", modes(keys -> !keys.isEmpty()));
        return shown;
    }

    private static String modes(Predicate<List<String>> which) {
        return SizeModes.words().stream()
                .filter(mode -> which.test(SizeModes.keys(mode)))
                .collect(Collectors.joining(" ", "size:", ""));
    }
}
