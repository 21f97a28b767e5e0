package app.vineparcel.core.deliver.enclosures;

import app.vineparcel.core.metadata.Rights;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How the files may be used, as plain text: the channel's own lines, then what the files say of their rights, the same once. */
public final class UsageText {

    /** What the file is called. */
    public static final String NAME = "usage.txt";

    private UsageText() {}

    /**
     * The text, lines ending with a line feed.
     *
     * @param title over it
     * @param lines of the channel's own
     */
    public static String of(String title, List<String> lines, List<Delivered> files) {
        StringBuilder text = new StringBuilder(title)
                .append('\n')
                .append("=".repeat(Math.min(78, title.length())))
                .append("\n\n");
        if (!lines.isEmpty()) {
            lines.forEach(line -> text.append(line).append('\n'));
            text.append('\n');
        }
        Map<Rights, List<String>> byRights = new LinkedHashMap<>();
        files.forEach(file -> byRights.computeIfAbsent(file.rights(), rights -> new ArrayList<>())
                .add(file.path()));
        byRights.forEach((rights, paths) -> {
            if (rights.isEmpty()) {
                text.append("These files say nothing about their rights; ask before you use them:\n");
            } else {
                line(text, "Creator", rights.creator().orElse(""));
                line(text, "Copyright", rights.copyright().orElse(""));
                line(text, "Credit line", rights.credit().orElse(""));
                line(text, "Licence", rights.licence().orElse(""));
                line(text, "Contact", rights.contact().orElse(""));
            }
            if (byRights.size() > 1 || rights.isEmpty()) {
                paths.forEach(path -> text.append("  ").append(path).append('\n'));
            } else {
                text.append("This holds for all %d files.\n".formatted(paths.size()));
            }
            text.append('\n');
        });
        return text.toString();
    }

    private static void line(StringBuilder text, String title, String value) {
        if (!value.isEmpty()) {
            text.append("%-12s %s\n".formatted(title + ":", value.replaceAll("\\R", " ")));
        }
    }
}
