package app.vineparcel.web.channels;

import java.util.Optional;

/**
 * Where a channel's files are sent from the delivery folder, and who is told. It belongs to this installation and is not passed on with the channel.
 *
 * @param destination where files are sent; empty where they stay in the delivery folder
 * @param folder a folder template below the destination's
 * @param inbox the destination of the next program, from which files come back; empty if there is none
 * @param hook the address that is told of each delivery; empty if nobody is
 * @param hasHookSecret whether a secret is kept that calls are signed with
 */
public record ChannelDelivery(
        Optional<Long> destination, String folder, Optional<Long> inbox, String hook, boolean hasHookSecret) {

    /** Below which folder of a destination files go unless somebody says otherwise. */
    public static final String USUAL_FOLDER = "{assignment|kebab}";

    /** Files stay in the delivery folder. */
    public static final ChannelDelivery NONE =
            new ChannelDelivery(Optional.empty(), USUAL_FOLDER, Optional.empty(), "", false);
}
