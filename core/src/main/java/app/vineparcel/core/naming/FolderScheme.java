package app.vineparcel.core.naming;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/**
 * How a channel sorts its renditions into folders below its own.
 *
 * @param kind the rule
 * @param pattern a folder template, for {@link Kind#TEMPLATE} only; empty otherwise
 */
public record FolderScheme(Kind kind, String pattern) {

    /** The rules there are. */
    public enum Kind {
        /** Each recipe's own folder. */
        RECIPES("as each recipe says", ""),
        /** Everything in one folder. */
        FLAT("all in one folder", ""),
        /** A folder for each format. */
        FORMAT("by format", "{format}"),
        /** A folder for each recipe, by its title. */
        RECIPE("by recipe", "{recipe|kebab}"),
        /** A folder for each density; what stays shapes serves all of them and lies beside. */
        SCALE("by scale", "{scale}"),
        /** A folder for the assignment, in it one for each day of shooting. */
        SHOOT("by assignment and date", "{assignment|kebab}/{shot}"),
        /** A template of one's own. */
        TEMPLATE("by a template", "");

        private final String title;
        private final String template;

        Kind(String title, String template) {
            this.title = title;
            this.template = template;
        }

        /** As in a channel file. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** As people read it. */
        public String title() {
            return title;
        }

        /** The rule of that word. */
        public static Optional<Kind> byWord(String word) {
            return Arrays.stream(values())
                    .filter(kind -> kind.word().equals(word))
                    .findFirst();
        }
    }

    /** Each recipe's own folder. */
    public static final FolderScheme RECIPES = of(Kind.RECIPES);

    public FolderScheme {
        pattern = kind == Kind.TEMPLATE ? pattern : "";
    }

    /** A rule that needs no template of one's own. */
    public static FolderScheme of(Kind kind) {
        return new FolderScheme(kind, "");
    }

    /**
     * The folder template of a recipe's renditions, below the channel's folder.
     *
     * @param own the recipe's own folder
     * @param shapes whether its files stay shapes, which serve every density
     */
    public String folder(String own, boolean shapes) {
        return switch (kind) {
            case RECIPES -> own;
            case SCALE -> shapes ? "" : kind.template;
            case TEMPLATE -> pattern;
            default -> kind.template;
        };
    }
}
