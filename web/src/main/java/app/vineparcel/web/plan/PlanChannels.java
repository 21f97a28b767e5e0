package app.vineparcel.web.plan;

import app.vineparcel.web.assignments.AssignmentCreated;
import app.vineparcel.web.channels.ChannelService;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps which channels serve an assignment: all of them, but for those that somebody put out of its way. */
@Service
class PlanChannels {

    private final JdbcTemplate database;
    private final ChannelService channels;

    PlanChannels(JdbcTemplate database, ChannelService channels) {
        this.database = database;
        this.channels = channels;
    }

    /** The channels that do not serve an assignment. */
    Set<Long> hidden(long assignmentId) {
        return new HashSet<>(database.queryForList(
                "select channel_id from hidden_channel where assignment_id = ?", Long.class, assignmentId));
    }

    /** Lets these channels serve an assignment, and no others of those that there are now. */
    @Transactional
    void serve(long assignmentId, Collection<Long> serving) {
        List<Long> others = channels.bands().stream()
                .map(band -> band.channel().id())
                .filter(id -> !serving.contains(id))
                .toList();
        database.update("delete from hidden_channel where assignment_id = ?", assignmentId);
        others.forEach(channel -> database.update(
                "insert into hidden_channel (assignment_id, channel_id) values (?, ?)", assignmentId, channel));
    }

    /** A new assignment begins with the channels of the one before. */
    @EventListener
    void begin(AssignmentCreated made) {
        database.update(
                "insert into hidden_channel (assignment_id, channel_id) select ?, channel_id from hidden_channel where assignment_id = ?",
                made.id(),
                made.before());
    }
}
