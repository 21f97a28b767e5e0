package app.vineparcel.web.sending;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.web.Text;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkSettings;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Sends what waits for one destination, file by file over one connection. Several of these work on a destination at once. */
@Component
class SendJob implements Job {

    /** By what name it is queued; an instance is a destination's key, a colon and the sender's number. */
    static final String NAME = "send";

    private static final Duration LONGEST_WAIT = Duration.ofMinutes(10);
    private static final Duration SOON = Duration.ofSeconds(5);
    private static final int MOST_DOUBLINGS = 10;
    private static final long TELL_MILLIS = 500;

    private final Transfers transfers;
    private final Destinations destinations;
    private final DeliveryFolders folders;
    private final WorkSettings settings;
    private final Clock clock;
    private final Set<String> underWay = ConcurrentHashMap.newKeySet();

    SendJob(
            Transfers transfers,
            Destinations destinations,
            DeliveryFolders folders,
            WorkSettings settings,
            Clock clock) {
        this.transfers = transfers;
        this.destinations = destinations;
        this.folders = folders;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        if (!underWay.add(instance)) {
            return Optional.of(clock.instant().plus(SOON));
        }
        long destination = Long.parseLong(instance.substring(0, instance.indexOf(':')));
        try {
            transfers.release(destination, instance);
            return new Sender(destination, instance, context).send();
        } finally {
            underWay.remove(instance);
        }
    }

    /** One connection, as long as anything waits for it. */
    private final class Sender {

        private final long destination;
        private final String instance;
        private final WorkContext context;

        Sender(long destination, String instance, WorkContext context) {
            this.destination = destination;
            this.instance = instance;
            this.context = context;
        }

        Optional<Instant> send() {
            Optional<Transfers.Taken> first = transfers.take(destination, instance);
            if (first.isEmpty()) {
                return next();
            }
            try (Destination open = destinations.open(destination)) {
                Optional<Transfers.Taken> file = first;
                while (file.isPresent()) {
                    if (!send(open, file.get())) {
                        break; // the place takes nothing now
                    }
                    file = context.isEnding() ? Optional.empty() : transfers.take(destination, instance);
                }
            } catch (ProblemException closed) {
                if (mayPass(closed.problem())) {
                    postpone(first.get(), closed.problem());
                } else {
                    transfers.failAll(destination, closed.problem());
                }
            } finally {
                transfers.release(destination, instance);
            }
            return next();
        }

        private boolean send(Destination open, Transfers.Taken file) {
            context.say(file.path());
            Optional<Path> content = folders.content(file.assignmentId(), file.deliveredPath(), file.sha256());
            if (content.isEmpty()) {
                transfers.fail(
                        file.id(),
                        new Problem.Vanished(
                                file.path(), Text.of("sending.file-is-gone"), Text.of("sending.render-it-again")));
                return true;
            }
            long[] told = {System.nanoTime()};
            try {
                Destination.Placing placing = open.place(
                        file.path(), new Destination.Outgoing(content.get(), file.bytes(), file.sha256()), sent -> {
                            if (System.nanoTime() - told[0] > TELL_MILLIS * 1_000_000) {
                                told[0] = System.nanoTime();
                                transfers.progress(file.id(), sent);
                            }
                            return !context.isEnding();
                        });
                transfers.arrived(file.id(), placing == Destination.Placing.ALREADY_THERE);
                return true;
            } catch (ProblemException e) {
                if (context.isEnding()) {
                    transfers.giveBack(file.id());
                    return false;
                }
                if (!mayPass(e.problem())) {
                    transfers.fail(file.id(), e.problem());
                    return true;
                }
                postpone(file, e.problem());
                return false;
            }
        }

        private void postpone(Transfers.Taken file, Problem why) {
            Duration pause = settings.retry().multipliedBy(1L << Math.min(file.waits(), MOST_DOUBLINGS));
            transfers.postpone(
                    file.id(), why, clock.instant().plus(pause.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : pause));
        }

        private Optional<Instant> next() {
            if (context.isEnding()) {
                return Optional.of(clock.instant());
            }
            Instant soon = clock.instant().plus(settings.retry());
            return transfers.next(destination).map(due -> due.isBefore(soon) ? soon : due);
        }
    }

    private static boolean mayPass(Problem problem) {
        return problem instanceof Problem.CannotWrite closed && closed.mayPass();
    }
}
