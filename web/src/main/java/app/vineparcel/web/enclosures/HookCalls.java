package app.vineparcel.web.enclosures;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.enclosures.Manifest;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.sending.Sending;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkQueue;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Tells others of deliveries: a signed call with the manifest once all of it has arrived, tried again with growing pauses for a day. */
@Component
public class HookCalls implements Job {

    private static final String NAME = "tell";
    private static final int PRIORITY = 0;
    private static final int MOST_TRIES = 12;
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final Duration UNTIL_SENT = Duration.ofSeconds(3);
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofHours(4);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * A call as the delivery's page tells of it.
     *
     * @param state {@code WAITING}, {@code TAKEN} or {@code FAILED}
     * @param answer what came back last, or why nothing did
     */
    public record Told(String address, String state, int tries, String answer) {}

    private record Call(long id, long runId, long channelId, String address, String body, int tries) {}

    private final JdbcTemplate database;
    private final WorkQueue queue;
    private final ChannelService channels;
    private final Sending sending;
    private final FetchLinks links;
    private final Clock clock;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    HookCalls(
            JdbcTemplate database,
            WorkQueue queue,
            ChannelService channels,
            Sending sending,
            FetchLinks links,
            Clock clock) {
        this.database = database;
        this.queue = queue;
        this.channels = channels;
        this.sending = sending;
        this.links = links;
        this.clock = clock;
    }

    /** Notes a call, which is made when all files of the run are where they go. */
    void plan(Run run, Channel channel, Manifest manifest) {
        ObjectNode body = (ObjectNode) JSON.readTree(manifest.json());
        body.put("fetch", links.address(run.id(), channel.id()));
        database.update(
                "delete from hook_call where run_id = ? and channel_id = ? and state = 'WAITING'",
                run.id(),
                channel.id());
        Long id = database.queryForObject(
                "insert into hook_call (run_id, channel_id, address, body, state) values (?, ?, ?, ?, 'WAITING') returning id",
                Long.class,
                run.id(),
                channel.id(),
                channel.delivery().hook(),
                body.toString());
        queue.put(Lane.SENDING, NAME, List.of(String.valueOf(id)), PRIORITY);
    }

    /** Who was told of a run. */
    public List<Told> of(long runId) {
        return database.query(
                "select address, state, tries, answer from hook_call where run_id = ? order by id",
                (row, at) -> new Told(row.getString(1), row.getString(2), row.getInt(3), row.getString(4)),
                runId);
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        List<Call> waiting = database.query(
                "select id, run_id, channel_id, address, body, tries from hook_call where id = ? and state = 'WAITING'",
                (row, at) -> new Call(
                        row.getLong(1),
                        row.getLong(2),
                        row.getLong(3),
                        row.getString(4),
                        row.getString(5),
                        row.getInt(6)),
                Long.valueOf(instance));
        if (waiting.isEmpty()) {
            return Optional.empty();
        }
        Call call = waiting.get(0);
        if (!sending.isThrough(call.runId())) {
            return Optional.of(clock.instant().plus(UNTIL_SENT));
        }
        context.say(call.address());
        String answer = told(call);
        boolean taken = answer.matches("2\\d\\d");
        boolean over = taken || call.tries() + 1 >= MOST_TRIES;
        database.update(
                "update hook_call set state = ?, tries = tries + 1, answer = ?, changed_at = clock_timestamp() where id = ?",
                taken ? "TAKEN" : over ? "FAILED" : "WAITING",
                answer,
                call.id());
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(call.tries(), MOST_TRIES));
        return over
                ? Optional.empty()
                : Optional.of(clock.instant().plus(pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause));
    }

    /** The status, or why there is none. */
    private String told(Call call) {
        try {
            String secret = channels.hookSecret(call.channelId());
            byte[] body = call.body().getBytes(StandardCharsets.UTF_8);
            URI address = URI.create(call.address());
            Map<String, String> headers =
                    HookSignature.headers(address, body, secret, "channel-" + call.channelId(), clock.instant());
            HttpRequest.Builder request = HttpRequest.newBuilder(address)
                    .timeout(PATIENCE)
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body));
            headers.forEach(request::header);
            HttpResponse<Void> answer = client.send(request.build(), HttpResponse.BodyHandlers.discarding());
            return String.valueOf(answer.statusCode());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "interrupted";
        } catch (IOException | IllegalArgumentException | ProblemException e) {
            return "no answer";
        }
    }
}
