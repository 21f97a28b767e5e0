package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.TemplateException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;

/** Reads channel files, version 1. Everything that is wrong is found in one go, as in a recipe file. */
public final class ChannelReader {

    private static final int MOST_RECIPES = 100;
    private static final int MOST_LAYERS = 200;
    private static final int LONGEST_NAME = 120;
    private static final int LONGEST_FOLDER = 500;
    private static final int LONGEST_SUFFIX = 200;
    private static final int LONGEST_LAYER = 300;

    private final List<RecipeFault> faults = new ArrayList<>();

    private ChannelReader() {}

    /**
     * The channel in a file's text.
     *
     * @throws RecipeException with every fault
     */
    public static ChannelFile read(String json) throws RecipeException {
        ChannelReader reader = new ChannelReader();
        ChannelFile channel = reader.channel(JsonPlace.read(json, reader.faults));
        if (!reader.faults.isEmpty()) {
            throw new RecipeException(reader.faults);
        }
        return channel;
    }

    /**
     * What {@link ChannelWriter#write(Enclosures)} wrote.
     *
     * @throws IllegalArgumentException if it is something else
     */
    public static Enclosures readEnclosures(String json) {
        List<RecipeFault> faults = new ArrayList<>();
        try {
            Enclosures read = enclosuresIn(JsonPlace.read(json, faults));
            if (faults.isEmpty()) {
                return read;
            }
        } catch (RecipeException e) {
            throw new IllegalArgumentException(e);
        }
        throw new IllegalArgumentException(faults.toString());
    }

    private ChannelFile channel(JsonPlace root) {
        root.missing("channel", "the version of the channel format, 1, is expected");
        root.whole("channel", 1, 1);
        root.missing("name", "a name of 1 to 120 characters is expected");
        String name = root.line("name", LONGEST_NAME).orElse("-");
        if (name.isBlank()) {
            root.fault("name", "a blank", "1 to %d characters are expected".formatted(LONGEST_NAME));
        }
        String folder = root.line("folder", LONGEST_FOLDER).orElse("");
        template(root, "folder", folder);
        OptionalInt limit = root.whole("max-bytes", 1, Integer.MAX_VALUE);
        ChannelFile channel = new ChannelFile(
                name,
                root.choice("colour", ChannelFile.COLOURS).orElse(ChannelFile.COLOURS.get(0)),
                folder,
                scheme(root),
                limit.isPresent() ? OptionalLong.of(limit.getAsInt()) : OptionalLong.empty(),
                root.flag("without-location", false),
                wishes(root),
                understood(root),
                root.lines("keep-out", MOST_LAYERS, LONGEST_LAYER),
                enclosures(root),
                entries(root));
        root.refuseOthers();
        return channel;
    }

    private static Enclosures enclosures(JsonPlace root) {
        return root.has("enclosures") ? enclosuresIn(root.object("enclosures")) : Enclosures.NONE;
    }

    private static Enclosures enclosuresIn(JsonPlace along) {
        Optional<Enclosures.ContactSheet> sheet = Optional.empty();
        if (along.has("contact-sheet")) {
            JsonPlace asked = along.object("contact-sheet");
            sheet = Optional.of(new Enclosures.ContactSheet(
                    asked.whole("across", 1, Enclosures.MOST_ACROSS).orElse(4),
                    asked.line("heading", LONGEST_NAME).orElse("")));
            asked.refuseOthers();
        }
        Enclosures enclosures = new Enclosures(
                along.flag("manifest", false),
                sheet,
                along.has("usage")
                        ? Optional.of(along.lines("usage", Enclosures.MOST_LINES, Enclosures.LONGEST_LINE))
                        : Optional.empty(),
                along.flag("page-snippet", false));
        along.refuseOthers();
        return enclosures;
    }

    private static Set<ChannelRequirement> wishes(JsonPlace root) {
        Set<ChannelRequirement> wishes = EnumSet.noneOf(ChannelRequirement.class);
        for (String word : root.lines("wants", ChannelRequirement.values().length, LONGEST_NAME)) {
            ChannelRequirement.byWord(word)
                    .ifPresentOrElse(
                            wishes::add,
                            () -> root.fault("wants", JsonPlace.quoted(word), "“rights” or “alt-text” is expected"));
        }
        return wishes;
    }

    private static List<String> understood(JsonPlace root) {
        List<String> types = Formats.types();
        List<String> read = root.lines("understands", types.size(), LONGEST_NAME);
        read.stream()
                .filter(type -> !types.contains(type))
                .findFirst()
                .ifPresent(type ->
                        root.fault("understands", JsonPlace.quoted(type), "allowed are " + String.join(", ", types)));
        return types.stream().filter(read::contains).toList();
    }

    private static FolderScheme scheme(JsonPlace root) {
        List<String> words = Arrays.stream(FolderScheme.Kind.values())
                .map(FolderScheme.Kind::word)
                .toList();
        FolderScheme.Kind kind = FolderScheme.Kind.byWord(
                        root.choice("scheme", words).orElse("recipes"))
                .orElseThrow();
        Optional<String> pattern = root.line("pattern", LONGEST_FOLDER);
        if (kind == FolderScheme.Kind.TEMPLATE) {
            root.missing("pattern", "the template of the folders is expected");
            template(root, "pattern", pattern.orElse(""));
        } else if (pattern.isPresent()) {
            root.fault("pattern", JsonPlace.quoted(pattern.get()), "only the scheme “template” takes one");
        }
        return new FolderScheme(kind, pattern.orElse(""));
    }

    private static List<ChannelFile.Entry> entries(JsonPlace root) {
        List<ChannelFile.Entry> entries = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (JsonPlace entry : root.objects("recipes", MOST_RECIPES)) {
            entry.missing("file", "the bare name of a recipe file is expected");
            String file = entry.text("file").orElse("");
            if (!file.isEmpty() && (!WatermarkClauseReader.FILE.matcher(file).matches() || !seen.add(file))) {
                entry.fault("file", JsonPlace.quoted(file), "the bare name of a recipe file, each once, is expected");
            }
            Optional<String> folder = entry.line("folder", LONGEST_FOLDER);
            folder.ifPresent(text -> template(entry, "folder", text));
            String suffix = entry.line("suffix", LONGEST_SUFFIX).orElse("");
            suffix(entry, suffix);
            entry.refuseOthers();
            entries.add(new ChannelFile.Entry(file, folder, suffix));
        }
        return entries;
    }

    private static void template(JsonPlace place, String key, String text) {
        try {
            PathTemplate.folders(text);
        } catch (TemplateException e) {
            place.fault(key, JsonPlace.quoted(text), e.getMessage());
        }
    }

    private static void suffix(JsonPlace place, String text) {
        try {
            PathTemplate.name("{stem}" + text);
        } catch (TemplateException e) {
            place.fault("suffix", JsonPlace.quoted(text), e.getMessage());
        }
    }
}
