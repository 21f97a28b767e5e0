package app.vineparcel.core.recipe;

import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes channel files, version 1. What is written reads back as an equal channel. */
public final class ChannelWriter {

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private ChannelWriter() {}

    /** The file's text. */
    public static String write(ChannelFile channel) {
        ObjectNode root = JSON.createObjectNode();
        root.put("channel", 1)
                .put("name", channel.name())
                .put("colour", channel.colour())
                .put("folder", channel.folder())
                .put("scheme", channel.scheme().kind().word());
        if (!channel.scheme().pattern().isEmpty()) {
            root.put("pattern", channel.scheme().pattern());
        }
        channel.maxBytes().ifPresent(limit -> root.put("max-bytes", limit));
        root.put("without-location", channel.withoutLocation());
        if (!channel.wants().isEmpty()) {
            ArrayNode wants = root.putArray("wants");
            channel.wants().stream().sorted().map(ChannelRequirement::word).forEach(wants::add);
        }
        if (!channel.understands().isEmpty()) {
            ArrayNode understands = root.putArray("understands");
            channel.understands().forEach(understands::add);
        }
        ArrayNode keptOut = root.putArray("keep-out");
        channel.keptOut().forEach(keptOut::add);
        if (!channel.enclosures().isNone()) {
            write(channel.enclosures(), root.putObject("enclosures"));
        }
        ArrayNode recipes = root.putArray("recipes");
        for (ChannelFile.Entry entry : channel.recipes()) {
            ObjectNode one = recipes.addObject().put("file", entry.file());
            entry.folder().ifPresent(folder -> one.put("folder", folder));
            if (!entry.suffix().isEmpty()) {
                one.put("suffix", entry.suffix());
            }
        }
        return JSON.writeValueAsString(root) + "\n";
    }

    /** What goes along, as one JSON object. */
    public static String write(Enclosures enclosures) {
        ObjectNode root = JSON.createObjectNode();
        write(enclosures, root);
        return root.toString();
    }

    private static void write(Enclosures enclosures, ObjectNode into) {
        into.put("manifest", enclosures.manifest());
        enclosures.contactSheet().ifPresent(sheet -> into.putObject("contact-sheet")
                .put("across", sheet.across())
                .put("heading", sheet.heading()));
        enclosures.usage().ifPresent(lines -> {
            ArrayNode usage = into.putArray("usage");
            lines.forEach(usage::add);
        });
        into.put("page-snippet", enclosures.pageSnippet());
    }
}
