package app.vineparcel.web.sending;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.naming.NameFields;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.destinations.DestinationUse;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.destinations.StoredDestination;
import app.vineparcel.web.runs.RunListener;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkQueue;
import app.vineparcel.web.work.WorkSettings;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lets files go to the destinations of their channels as soon as they are made. */
@Service
public class Sending implements RunListener, DestinationUse {

    /** How many connections send to one destination at once. */
    private static final int SENDERS = 3;

    private static final int PRIORITY = 0;

    /** A file at a destination, by its path there. */
    public record SentFile(String path, long bytes) {}

    private final Transfers transfers;
    private final ChannelService channels;
    private final AssignmentService assignments;
    private final Destinations destinations;
    private final WorkQueue queue;
    private final WorkSettings settings;
    private final JdbcTemplate database;
    private final Clock clock;

    Sending(
            Transfers transfers,
            ChannelService channels,
            AssignmentService assignments,
            Destinations destinations,
            WorkQueue queue,
            WorkSettings settings,
            JdbcTemplate database,
            Clock clock) {
        this.transfers = transfers;
        this.channels = channels;
        this.assignments = assignments;
        this.destinations = destinations;
        this.queue = queue;
        this.settings = settings;
        this.database = database;
        this.clock = clock;
    }

    @Override
    @Transactional
    public void started(long runId) {
        for (long channelId : database.queryForList(
                "select distinct channel_id from rendition where run_id = ? and channel_id is not null",
                Long.class,
                runId)) {
            channels.find(channelId).ifPresent(channel -> {
                channel.delivery().destination().ifPresent(to -> plan(runId, channel, to));
                channel.delivery().inbox().ifPresent(to -> plan(runId, channel, to));
            });
        }
        transfers.settleUnchanged(runId);
        transfers.waitingFor(runId).forEach(this::queue);
    }

    private void plan(long runId, Channel channel, long destination) {
        place(destination)
                .ifPresent(place -> transfers.plan(runId, channel.id(), destination, place, folder(channel, runId)));
    }

    /** Where a destination is; empty if it was deleted, so that nothing is sent there. */
    private Optional<String> place(long destination) {
        try {
            return Optional.of(destinations.get(destination))
                    .filter(one -> !one.isRemoved())
                    .map(StoredDestination::address);
        } catch (ProblemException gone) {
            return Optional.empty();
        }
    }

    /** The folder of a channel's files below their destination's, in a run. */
    public String folder(Channel channel, long runId) {
        Long assignment = database.queryForObject("select assignment_id from run where id = ?", Long.class, runId);
        try {
            NameFields fields = new NameFields(
                    new NameFields.Shown("", "", 0, Optional.empty(), Map.of()),
                    new NameFields.File("", channel.name(), 0, 0, 1, ""),
                    assignments.get(assignment == null ? 0 : assignment).name(),
                    LocalDate.now(clock));
            String path = PathTemplate.parse(channel.delivery().folder(), "x").expand(fields, "x");
            int slash = path.lastIndexOf('/');
            return slash < 0 ? "" : path.substring(0, slash);
        } catch (TemplateException | ProblemException e) {
            throw new IllegalStateException("the folder of a channel cannot be read", e);
        }
    }

    @Override
    public void made(long renditionId) {
        transfers.made(renditionId).forEach(this::queue);
    }

    /** Sends a file that goes along with a run's. */
    @Transactional
    public void enclose(long runId, Channel channel, String path, long bytes, String sha256) {
        channel.delivery().destination().ifPresent(to -> place(to).ifPresent(place -> {
            String folder = folder(channel, runId);
            transfers.add(runId, to, place, path, folder.isEmpty() ? path : folder + "/" + path, bytes, sha256);
            queue(to);
        }));
    }

    /** How sending a run's files goes, by destination. */
    public List<SendingSummary> summaries(long runId) {
        return transfers.summaries(runId);
    }

    /** How far each file of a run has come on its way, by the key of its rendition: {@code WAITING}, {@code SENDING}, {@code SENT} and so on. */
    public Map<Long, String> states(long runId) {
        return transfers.states(runId);
    }

    /** What of a run stands at a destination by now. */
    public List<SentFile> sent(long runId, long destinationId) {
        return transfers.sent(runId, destinationId);
    }

    /** Every path that was ever sent to a destination. */
    public List<String> everSent(long destinationId) {
        return transfers.everSent(destinationId);
    }

    /** Whether everything of a run has arrived. */
    public boolean isThrough(long runId) {
        return transfers.summaries(runId).stream().allMatch(SendingSummary::isThrough);
    }

    /**
     * Sends again what could not be sent of a run.
     *
     * @param all whether what had arrived is looked for too, and sent where it is gone
     */
    @Transactional
    public void again(long runId, long destinationId, boolean all) {
        if (all) {
            transfers.anew(destinationId, runId);
        } else {
            transfers.again(destinationId, runId);
        }
        queue(destinationId);
    }

    @Override
    public List<String> names(long destinationId) {
        return channels.bands().stream()
                .map(ChannelService.Band::channel)
                .filter(channel -> channel.delivery()
                                .destination()
                                .filter(id -> id == destinationId)
                                .isPresent()
                        || channel.delivery()
                                .inbox()
                                .filter(id -> id == destinationId)
                                .isPresent())
                .map(Channel::name)
                .toList();
    }

    @Override
    @Transactional
    public void changed(long destinationId) {
        transfers.again(destinationId, 0);
        queue(destinationId);
    }

    private void queue(long destinationId) {
        queue.put(
                Lane.SENDING,
                SendJob.NAME,
                IntStream.range(0, SENDERS)
                        .mapToObj(number -> destinationId + ":" + number)
                        .toList(),
                PRIORITY);
    }

    /** What waits and is not queued, such as after a process ended between two steps. */
    @Scheduled(fixedDelay = 15_000, initialDelay = 5_000)
    void tidy() {
        if (settings.role() != Role.PAGES) {
            Regularly.whereTheDatabaseAnswers(() -> {
                List<Long> waiting = transfers.waitingFor();
                if (!waiting.isEmpty()) {
                    Set<String> open = queue.open(SendJob.NAME);
                    waiting.stream()
                            .filter(id -> open.stream().noneMatch(one -> one.startsWith(id + ":")))
                            .forEach(this::queue);
                }
            });
        }
    }
}
