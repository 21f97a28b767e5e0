package app.vineparcel.web.channels;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.web.Text;
import app.vineparcel.web.UniqueTitle;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.storage.Secrets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps channels. */
@Service
public class ChannelService {

    private static final String HOOK = "web hook";

    /** A recipe within a channel. */
    public record Use(StoredRecipe recipe, Placement placement) {}

    /** A channel with its recipes; a retired recipe stays in it. */
    public record Band(Channel channel, List<Use> uses) {}

    private final ChannelRepository channels;
    private final RecipeService recipes;
    private final Secrets secrets;
    private final Clock clock;

    ChannelService(ChannelRepository channels, RecipeService recipes, Secrets secrets, Clock clock) {
        this.secrets = secrets;
        this.channels = channels;
        this.recipes = recipes;
        this.clock = clock;
    }

    /** All channels with their recipes, in order. */
    @Transactional(readOnly = true)
    public List<Band> bands() {
        return bands(channels.findByRemovedAtIsNullOrderByPosition().stream()
                .map(ChannelEntity::record)
                .toList());
    }

    private List<Band> bands(List<Channel> of) {
        Map<Long, StoredRecipe> byId = recipes
                .all(of.stream()
                        .flatMap(channel -> channel.parts().stream().map(Channel.Part::recipeId))
                        .distinct()
                        .toList())
                .stream()
                .collect(Collectors.toMap(StoredRecipe::id, Function.identity()));
        return of.stream()
                .map(channel -> new Band(
                        channel,
                        channel.parts().stream()
                                .map(part -> new Use(byId.get(part.recipeId()), part.placement()))
                                .toList()))
                .toList();
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public Band get(long id) throws ProblemException {
        return bands(List.of(channel(id).record())).get(0);
    }

    /** One, deleted or not; empty if there is none of that number. */
    public Optional<Channel> find(long id) {
        return channels.findById(id).map(ChannelEntity::record);
    }

    private ChannelEntity channel(long id) throws ProblemException {
        return channels.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "channel " + id,
                        Text.of("channels.there-is-no-such"),
                        Text.of("channels.choose-one-from-the"))));
    }

    /**
     * Keeps a new one, behind the others.
     *
     * @throws ProblemException if there is one of that name
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Channel add(ChannelFile as, List<Use> uses) throws ProblemException {
        requireFree(as.name(), 0);
        return channels.save(new ChannelEntity(as, (int) channels.count(), parts(uses)))
                .record();
    }

    /**
     * Keeps what was changed of one.
     *
     * @param asSeen whether it still is what was changed
     * @return false if it is not, and nothing is kept
     */
    @Transactional(rollbackFor = ProblemException.class)
    public boolean change(long id, Predicate<Channel> asSeen, ChannelFile as, List<Use> uses) throws ProblemException {
        channels.findToChange(id); // whoever else changes it waits
        ChannelEntity channel = channel(id);
        if (!asSeen.test(channel.record())) {
            return false;
        }
        requireFree(as.name(), id);
        channel.change(as, parts(uses));
        channels.save(channel);
        return true;
    }

    /** A copy under a name of its own. */
    @Transactional(rollbackFor = ProblemException.class)
    public Channel duplicate(long id) throws ProblemException {
        Band band = get(id);
        return add(band.channel().file().with(freeName(band.channel().name()), List.of()), band.uses());
    }

    /**
     * Says where a channel's files are sent.
     *
     * @param hookSecret signs calls; empty leaves the kept one, unless calls go elsewhere now
     */
    @Transactional(rollbackFor = ProblemException.class)
    public void send(long id, ChannelDelivery delivery, String hookSecret) throws ProblemException {
        ChannelEntity channel = channel(id);
        channel.send(delivery);
        if (!hookSecret.isEmpty()) {
            channel.keepHookSecret(secrets.seal(hookSecret, HOOK));
        }
        channels.save(channel);
    }

    /**
     * What calls to a channel's hook are signed with.
     *
     * @throws ProblemException if none is kept, or it cannot be opened any more
     */
    public String hookSecret(long id) throws ProblemException {
        ChannelEntity channel = channel(id);
        return secrets.open(channel.hookSecret(), HOOK)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        channel.name(), Text.of("channels.no-hook-secret"), Text.of("channels.enter-it-again"))));
    }

    /** Deletes one; it can be restored. */
    @Transactional(rollbackFor = ProblemException.class)
    public Channel remove(long id) throws ProblemException {
        ChannelEntity channel = channel(id);
        channel.remove(clock.instant());
        return channels.save(channel).record();
    }

    /** Brings a removed one back, under another name if its own has been taken since. */
    @Transactional(rollbackFor = ProblemException.class)
    public Channel bringBack(long id) throws ProblemException {
        ChannelEntity channel = channel(id);
        if (channel.isRemoved()) {
            channel.call(freeName(channel.name()));
            channel.bringBack();
        }
        return channels.save(channel).record();
    }

    /** The name itself, or with the lowest number behind it that nobody has. */
    public String freeName(String name) {
        return UniqueTitle.of(name, title -> channels.existsByNameAndRemovedAtIsNullAndIdNot(title, 0));
    }

    private void requireFree(String name, long but) throws ProblemException {
        if (channels.existsByNameAndRemovedAtIsNullAndIdNot(name, but)) {
            throw new ProblemException(new Problem.BadRequest(
                    name, Text.of("channels.there-is-already-a"), Text.of("channels.choose-another-name")));
        }
    }

    private static List<ChannelPart> parts(List<Use> uses) {
        List<ChannelPart> parts = new ArrayList<>();
        uses.forEach(use -> parts.add(new ChannelPart(use.recipe().id(), use.placement())));
        return parts;
    }

    /** Says how many channels use which recipe. */
    @Transactional(readOnly = true)
    public Map<Long, Long> uses() {
        return channels.findByRemovedAtIsNullOrderByPosition().stream()
                .flatMap(channel -> channel.record().parts().stream())
                .collect(Collectors.groupingBy(Channel.Part::recipeId, Collectors.counting()));
    }
}
