package app.vineparcel.web.sending;

import app.vineparcel.core.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** How far files have come on their way to destinations. Owns all that is asked of their table. */
@Component
class Transfers {

    private static final int LONGEST_TEXT = 1000;
    private static final String PLAN =
            """
            insert into transfer (run_id, rendition_id, destination_id, place, delivered_path, path, state)
            select run_id, id, ?, ?, path, ? || path, 'PLANNED' from rendition
            where run_id = ? and channel_id = ? and state in ('WAITING', 'UNCHANGED')""";
    /** What stands there since it was sent last, and is the same, is not sent again. */
    private static final String UNCHANGED =
            """
            update transfer t set bytes = r.bytes, sha256 = r.sha256, changed_at = clock_timestamp(), state = case when r.sha256 =
                (select b.sha256 from transfer b where b.destination_id = t.destination_id and b.place = t.place
                 and b.path = t.path and b.id < t.id
                 and b.state in ('SENT', 'THERE') order by b.id desc limit 1) then 'THERE' else 'WAITING' end
            from rendition r where r.id = t.rendition_id and t.run_id = ? and t.state = 'PLANNED' and r.state = 'UNCHANGED'""";

    private static final String ADD =
            """
            insert into transfer (run_id, destination_id, place, delivered_path, path, state, bytes, sha256)
            select ?, ?, ?, ?, ?, case when ? = (select b.sha256 from transfer b where b.destination_id = ? and b.place = ? and b.path = ?
                and b.state in ('SENT', 'THERE') order by b.id desc limit 1) then 'THERE' else 'WAITING' end, ?, ?""";
    private static final String MADE =
            """
            update transfer t set state = 'WAITING', bytes = r.bytes, sha256 = r.sha256, changed_at = clock_timestamp()
            from rendition r where r.id = t.rendition_id and t.rendition_id = ? and t.state = 'PLANNED' returning t.destination_id""";
    private static final String REPLACED =
            """
            update transfer t set state = 'REPLACED', sender = '', changed_at = clock_timestamp() where id = ?
              and exists (select 1 from transfer n where n.destination_id = t.destination_id and n.path = t.path and n.id > t.id
                          and n.state in ('WAITING', 'SENDING', 'SENT', 'THERE'))""";
    private static final String TAKE =
            """
            update transfer set state = 'SENDING', sender = ?, sent = 0, changed_at = clock_timestamp() where id = (
              select id from transfer t where destination_id = ? and state = 'WAITING' and (again_at is null or again_at <= ?)
                and not exists (select 1 from transfer s where s.destination_id = t.destination_id and s.path = t.path and s.state = 'SENDING')
              order by waits, id for update skip locked limit 1)
            returning id, run_id, (select assignment_id from run where run.id = run_id), delivered_path, path, bytes, sha256, waits""";
    private static final String POSTPONE =
            """
            update transfer set state = 'WAITING', sender = '', waits = waits + 1, reason = ?, remedy = ?, again_at = ?,
                   changed_at = clock_timestamp() where id = ?""";
    private static final String FAIL =
            "update transfer set state = 'FAILED', sender = '', reason = ?, remedy = ?, changed_at = clock_timestamp() where ";
    private static final String COUNTS =
            """
            select d.id, d.name, count(*) filter (where t.state in ('SENT', 'THERE', 'REPLACED')), count(*) filter (where t.state = 'THERE'),
                   count(*) filter (where t.state in ('WAITING', 'SENDING')), count(*) filter (where t.state = 'FAILED'),
                   coalesce(sum(case when t.state = 'SENDING' then t.sent when t.state in ('SENT', 'THERE', 'REPLACED') then t.bytes end), 0),
                   coalesce(sum(t.bytes), 0),
                   coalesce(max(t.reason) filter (where t.state in ('WAITING', 'FAILED')), ''),
                   coalesce(max(t.remedy) filter (where t.state in ('WAITING', 'FAILED')), '')
            from transfer t join destination d on d.id = t.destination_id where t.run_id = ? and t.state <> 'PLANNED'
            group by d.id, d.name order by d.name""";

    /** A file that is being sent. */
    record Taken(
            long id,
            long runId,
            long assignmentId,
            String deliveredPath,
            String path,
            long bytes,
            String sha256,
            int waits) {}

    private final JdbcTemplate database;
    private final Clock clock;

    Transfers(JdbcTemplate database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Notes for every file of a channel in a run that it is to be sent once it is made. */
    void plan(long runId, long channelId, long destinationId, String place, String folder) {
        database.update(PLAN, destinationId, place, folder.isEmpty() ? "" : folder + "/", runId, channelId);
    }

    /** Decides what of the unchanged files stands there already. */
    void settleUnchanged(long runId) {
        database.update(UNCHANGED, runId);
    }

    /** A rendition is in place; returns the destinations that it now waits for. */
    List<Long> made(long renditionId) {
        return database.queryForList(MADE, Long.class, renditionId);
    }

    /** Adds a file that goes along with a run's. */
    void add(
            long runId,
            long destinationId,
            String place,
            String deliveredPath,
            String path,
            long bytes,
            String sha256) {
        database.update(
                ADD,
                runId,
                destinationId,
                place,
                deliveredPath,
                path,
                sha256,
                destinationId,
                place,
                path,
                bytes,
                sha256);
    }

    /** Those of a run that anything waits for. */
    List<Long> waitingFor(long runId) {
        return database.queryForList(
                "select distinct destination_id from transfer where run_id = ? and state = 'WAITING'",
                Long.class,
                runId);
    }

    /** All that anything waits for. */
    List<Long> waitingFor() {
        return database.queryForList(
                "select distinct destination_id from transfer where state in ('WAITING', 'SENDING')", Long.class);
    }

    /** Gives back what a sender of that name had begun, whose process ended. */
    void release(long destinationId, String sender) {
        database.update(
                "update transfer set state = 'WAITING', sender = '' where destination_id = ? and sender = ? and state = 'SENDING'",
                destinationId,
                sender);
    }

    /** Takes the next file that waits; one that a newer file for the same place makes needless is passed over. */
    Optional<Taken> take(long destinationId, String sender) {
        Optional<Taken> next = next(destinationId, sender);
        while (next.isPresent() && database.update(REPLACED, next.get().id()) > 0) {
            next = next(destinationId, sender);
        }
        return next;
    }

    private Optional<Taken> next(long destinationId, String sender) {
        return database
                .query(
                        TAKE,
                        (row, at) -> new Taken(
                                row.getLong(1),
                                row.getLong(2),
                                row.getLong(3),
                                row.getString(4),
                                row.getString(5),
                                row.getLong(6),
                                row.getString(7),
                                row.getInt(8)),
                        sender,
                        destinationId,
                        Timestamp.from(clock.instant()))
                .stream()
                .findFirst();
    }

    /** When the next one that was postponed is due; empty if none waits. */
    Optional<Instant> next(long destinationId) {
        return Optional.ofNullable(database.queryForObject(
                        "select min(coalesce(again_at, current_timestamp)) from transfer where destination_id = ? and state = 'WAITING'",
                        Timestamp.class,
                        destinationId))
                .map(Timestamp::toInstant);
    }

    void progress(long id, long sent) {
        database.update("update transfer set sent = ? where id = ? and state = 'SENDING'", sent, id);
    }

    void arrived(long id, boolean wasThere) {
        database.update(
                """
                update transfer set state = ?, sent = bytes, sender = '', reason = null, remedy = null, again_at = null,
                       changed_at = clock_timestamp() where id = ?""",
                wasThere ? "THERE" : "SENT",
                id);
    }

    void postpone(long id, Problem why, Instant until) {
        database.update(POSTPONE, shortened(why.reason()), shortened(why.remedy()), Timestamp.from(until), id);
    }

    /** One that was begun and not finished waits again, and is not charged for it. */
    void giveBack(long id) {
        database.update("update transfer set state = 'WAITING', sender = '' where id = ? and state = 'SENDING'", id);
    }

    void fail(long id, Problem why) {
        database.update(FAIL + "id = ?", shortened(why.reason()), shortened(why.remedy()), id);
    }

    /** Nothing gets to a destination until somebody sets it right. */
    void failAll(long destinationId, Problem why) {
        database.update(
                FAIL + "destination_id = ? and state in ('WAITING', 'SENDING')",
                shortened(why.reason()),
                shortened(why.remedy()),
                destinationId);
    }

    /** Lets files that failed or were postponed be sent at once; of one run, or of all where that is 0. */
    void again(long destinationId, long runId) {
        database.update(
                """
                update transfer set state = 'WAITING', waits = 0, again_at = null, reason = null, remedy = null
                where destination_id = ? and state in ('FAILED', 'WAITING') and (? = 0 or run_id = ?)""",
                destinationId,
                runId,
                runId);
    }

    /** Lets all files of a run be sent once more; what is there is left alone then. */
    void anew(long destinationId, long runId) {
        database.update(
                """
                update transfer set state = 'WAITING', waits = 0, again_at = null, reason = null, remedy = null
                where destination_id = ? and run_id = ? and state in ('SENT', 'THERE', 'FAILED', 'WAITING')""",
                destinationId,
                runId);
    }

    /** How sending a run's files goes, by destination. */
    List<SendingSummary> summaries(long runId) {
        return database.query(
                COUNTS,
                (row, at) -> new SendingSummary(
                        row.getLong(1),
                        row.getString(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5),
                        row.getLong(6),
                        row.getLong(7),
                        row.getLong(8),
                        row.getString(9),
                        row.getString(10)),
                runId);
    }

    /** How far each file of a run has come, by the key of its rendition; the least far where it goes to several places. */
    Map<Long, String> states(long runId) {
        Map<Long, String> states = new HashMap<>();
        database.query(
                """
                select rendition_id, state from transfer where run_id = ? and rendition_id is not null and state <> 'PLANNED'
                order by case state when 'FAILED' then 1 when 'WAITING' then 2 when 'SENDING' then 3 else 4 end""",
                row -> {
                    states.putIfAbsent(row.getLong(1), row.getString(2));
                },
                runId);
        return states;
    }

    /** What of a run stands at a destination by now. */
    List<Sending.SentFile> sent(long runId, long destinationId) {
        return database.query(
                "select path, bytes from transfer where run_id = ? and destination_id = ? and state in ('SENT', 'THERE') order by path",
                (row, at) -> new Sending.SentFile(row.getString(1), row.getLong(2)),
                runId,
                destinationId);
    }

    /** Every path that was ever sent to a destination. */
    List<String> everSent(long destinationId) {
        return database.queryForList(
                "select distinct path from transfer where destination_id = ? and state in ('SENT', 'THERE')",
                String.class,
                destinationId);
    }

    private static String shortened(String text) {
        return text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT - 1) + "…" : text;
    }
}
