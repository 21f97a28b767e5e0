package app.vineparcel.web.enclosures;

import app.vineparcel.core.naming.SafeName;
import app.vineparcel.web.channels.Channel;

/** Where what goes along with a channel's files is put: in the folder that all of them are below. */
final class ChannelFolder {

    private ChannelFolder() {}

    /** Relative to the delivery folder, up to the first step that may differ from file to file; empty for that itself. */
    static String of(Channel channel) {
        StringBuilder folder = new StringBuilder();
        for (String step : channel.folder().split("/")) {
            String known = step.replace("{channel|kebab}", SafeName.kebab(channel.name()))
                    .replace("{channel}", SafeName.of(channel.name()));
            if (known.isEmpty() || known.contains("{")) {
                break;
            }
            folder.append(folder.isEmpty() ? "" : "/").append(known);
        }
        return folder.toString();
    }
}
