package app.vineparcel.web.shell;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelDelivery;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.destinations.DestinationForm;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.destinations.StoredDestination;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sets destinations up from a file when the program starts, for installations that are set up by scripts. One of a name that is there already is brought
 * to what the file says; channels are pointed to it the first time only.
 */
@Component
@Order(2)
@ConditionalOnProperty("vine-parcel.opening-destinations")
class OpeningDestinations implements ApplicationRunner {

    private final Path file;
    private final Destinations destinations;
    private final ChannelService channels;

    OpeningDestinations(
            @Value("${vine-parcel.opening-destinations}") Path file,
            Destinations destinations,
            ChannelService channels) {
        this.file = file;
        this.destinations = destinations;
        this.channels = channels;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException, ProblemException {
        JsonNode set = JsonMapper.builder().build().readTree(Files.readString(file));
        for (JsonNode one : set.path("destinations")) {
            destination(one);
        }
        for (JsonNode hook : set.path("hooks")) {
            for (ChannelService.Band band : channels.bands()) {
                Channel channel = band.channel();
                ChannelDelivery delivery = channel.delivery();
                boolean first = delivery.hook().isEmpty() || delivery.hook().startsWith(text(hook, "replaces"));
                if (channel.name().equals(text(hook, "channel")) && first) {
                    channels.send(
                            channel.id(),
                            new ChannelDelivery(
                                    delivery.destination(),
                                    delivery.folder(),
                                    delivery.inbox(),
                                    text(hook, "address"),
                                    false),
                            text(hook, "secret"));
                }
            }
        }
    }

    private void destination(JsonNode one) throws ProblemException {
        DestinationForm form = new DestinationForm(
                text(one, "name"),
                StoredDestination.Kind.valueOf(text(one, "kind")),
                text(one, "host"),
                one.path("port").asInt(22),
                text(one, "account"),
                text(one, "bucket"),
                text(one, "region"),
                text(one, "folder"));
        Optional<StoredDestination> known = destinations.all().stream()
                .filter(there -> there.name().equalsIgnoreCase(form.name()))
                .findFirst();
        StoredDestination kept = known.isPresent()
                ? destinations.change(known.get().id(), form, text(one, "secret"))
                : destinations.add(form, text(one, "secret"));
        StoredDestination tried = destinations.tryOut(kept.id());
        if (!tried.seenKey().isEmpty() && tried.seenKey().equals(text(one, "host-key"))) {
            destinations.trust(kept.id(), tried.seenKey());
            destinations.tryOut(kept.id());
        }
        if (known.isEmpty()) {
            for (ChannelService.Band band : channels.bands()) {
                point(band.channel(), kept.id(), one);
            }
        }
    }

    private void point(Channel channel, long destination, JsonNode one) throws ProblemException {
        ChannelDelivery before = channel.delivery();
        boolean sent = named(one.path("channels"), channel);
        boolean inbox = named(one.path("inbox-of"), channel);
        if (sent || inbox) {
            channels.send(
                    channel.id(),
                    new ChannelDelivery(
                            sent ? Optional.of(destination) : before.destination(),
                            before.folder(),
                            inbox ? Optional.of(destination) : before.inbox(),
                            before.hook(),
                            false),
                    "");
        }
    }

    private static boolean named(JsonNode names, Channel channel) {
        for (JsonNode name : names) {
            if (channel.name().equals(name.asString())) {
                return true;
            }
        }
        return false;
    }

    private static String text(JsonNode of, String key) {
        return of.path(key).asString("");
    }
}
