package app.vineparcel.web.deliveries;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.enclosures.Verification;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.enclosures.EnclosedFiles;
import app.vineparcel.web.sending.Sending;
import app.vineparcel.web.sending.SendingSummary;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Looks whether the folders of a delivery are as their manifests say, and what else lies at its destinations. */
@Component
class DeliveryCheck {

    private static final int MOST = 50_000;
    private static final int NAMED = 50;

    /**
     * What was found in one place.
     *
     * @param destination its key; 0 for a folder of this machine
     * @param place a folder with a manifest, or a destination
     * @param sound files that are as delivered
     * @param changed paths
     * @param missing paths
     * @param foreign paths of files that are not ours; they were left alone
     * @param trouble why it could not be looked at; empty if it could
     */
    public record Found(
            long destination,
            String place,
            long sound,
            List<String> changed,
            List<String> missing,
            List<String> foreign,
            String trouble) {

        /** Whether all is there as it was delivered. */
        public boolean isSound() {
            return changed.isEmpty() && missing.isEmpty() && trouble.isEmpty();
        }
    }

    private final DeliveryFolders folders;
    private final EnclosedFiles enclosed;
    private final Sending sending;
    private final Destinations destinations;

    DeliveryCheck(DeliveryFolders folders, EnclosedFiles enclosed, Sending sending, Destinations destinations) {
        this.folders = folders;
        this.enclosed = enclosed;
        this.sending = sending;
        this.destinations = destinations;
    }

    List<Found> of(long assignmentId, long runId) {
        Path root = folders.of(assignmentId);
        List<Found> found = new ArrayList<>();
        enclosed.of(runId).stream()
                .filter(one -> one.fileName().equals("manifest.json"))
                .map(one -> one.path().substring(0, Math.max(0, one.path().length() - "/manifest.json".length())))
                .distinct()
                .forEach(folder -> found.add(local(root.resolve(folder), folder)));
        for (SendingSummary summary : sending.summaries(runId)) {
            found.add(remote(runId, summary));
        }
        return found;
    }

    private static Found local(Path folder, String name) {
        try {
            List<Verification.Checked> checked = Verification.of(folder);
            return new Found(
                    0,
                    name + "/",
                    checked.stream()
                            .filter(one -> one.state() == Verification.State.AS_DELIVERED)
                            .count(),
                    paths(checked, Verification.State.CHANGED),
                    paths(checked, Verification.State.MISSING),
                    paths(checked, Verification.State.NOT_OURS),
                    "");
        } catch (ProblemException e) {
            return new Found(
                    0,
                    name + "/",
                    0,
                    List.of(),
                    List.of(),
                    List.of(),
                    e.problem().reason());
        }
    }

    private static List<String> paths(List<Verification.Checked> checked, Verification.State state) {
        return checked.stream()
                .filter(one -> one.state() == state)
                .map(Verification.Checked::path)
                .limit(NAMED)
                .toList();
    }

    /** By path and weight: reading all of it back would be a delivery in the other direction. */
    private Found remote(long runId, SendingSummary summary) {
        try (Destination open = destinations.open(summary.destinationId())) {
            Set<String> there = new HashSet<>();
            Set<String> weights = new HashSet<>();
            for (Destination.Found file : open.list("", MOST)) {
                there.add(file.path());
                weights.add(file.bytes() + " " + file.path());
            }
            List<String> changed = new ArrayList<>();
            List<String> missing = new ArrayList<>();
            long sound = 0;
            for (Sending.SentFile sent : sending.sent(runId, summary.destinationId())) {
                if (weights.contains(sent.bytes() + " " + sent.path())) {
                    sound++;
                } else if (there.contains(sent.path())) {
                    changed.add(sent.path());
                } else {
                    missing.add(sent.path());
                }
            }
            there.removeAll(sending.everSent(summary.destinationId()));
            return new Found(
                    summary.destinationId(),
                    summary.destination(),
                    sound,
                    changed.stream().limit(NAMED).toList(),
                    missing.stream().limit(NAMED).toList(),
                    there.stream().sorted().limit(NAMED).toList(),
                    "");
        } catch (ProblemException e) {
            return new Found(
                    summary.destinationId(),
                    summary.destination(),
                    0,
                    List.of(),
                    List.of(),
                    List.of(),
                    e.problem().reason());
        }
    }
}
