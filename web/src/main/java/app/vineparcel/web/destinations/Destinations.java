package app.vineparcel.web.destinations;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.web.Text;
import app.vineparcel.web.UniqueTitle;
import app.vineparcel.web.storage.Secrets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps destinations, tries them and opens them. */
@Service
public class Destinations {

    private static final String PURPOSE = "destination";

    private final DestinationRepository all;
    private final OpenDestination opener;
    private final Secrets secrets;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Destinations(
            DestinationRepository all,
            OpenDestination opener,
            Secrets secrets,
            TransactionTemplate transaction,
            Clock clock) {
        this.all = all;
        this.opener = opener;
        this.secrets = secrets;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Those that can be chosen, by name. */
    public List<StoredDestination> all() {
        return all.findByRemovedAtIsNullOrderByNameAscIdAsc().stream()
                .map(DestinationEntity::record)
                .toList();
    }

    /**
     * One, removed or not.
     *
     * @throws ProblemException if there is none of that number
     */
    public StoredDestination get(long id) throws ProblemException {
        return entity(id).record();
    }

    private DestinationEntity entity(long id) throws ProblemException {
        return all.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "destination " + id,
                        Text.of("destinations.there-is-none"),
                        Text.of("destinations.choose-one"))));
    }

    String freeName(String wanted) {
        return UniqueTitle.of(wanted, name -> all.existsByNameIgnoreCaseAndRemovedAtIsNullAndIdNot(name, 0));
    }

    boolean isTaken(String name, long id) {
        return all.existsByNameIgnoreCaseAndRemovedAtIsNullAndIdNot(name, id);
    }

    @Transactional
    public StoredDestination add(DestinationForm form, String secret) {
        DestinationEntity entity = new DestinationEntity(form);
        seal(entity, secret);
        return all.save(entity).record();
    }

    /** Changes one; an empty secret leaves the kept one, unless that would be shown to another machine. */
    @Transactional(rollbackFor = ProblemException.class)
    public StoredDestination change(long id, DestinationForm form, String secret) throws ProblemException {
        DestinationEntity entity = entity(id);
        entity.change(form);
        seal(entity, secret);
        return all.save(entity).record();
    }

    private void seal(DestinationEntity entity, String secret) {
        if (!secret.isEmpty()) {
            entity.keep(secrets.seal(secret, PURPOSE));
        }
    }

    @Transactional(rollbackFor = ProblemException.class)
    public void remove(long id) throws ProblemException {
        entity(id).remove(clock.instant());
    }

    @Transactional(rollbackFor = ProblemException.class)
    public void restore(long id) throws ProblemException {
        entity(id).restore();
    }

    /** Trusts the key that the machine showed last, if it is the one that the person saw. */
    @Transactional(rollbackFor = ProblemException.class)
    public void trust(long id, String fingerprint) throws ProblemException {
        DestinationEntity entity = entity(id);
        if (fingerprint.isEmpty() || !fingerprint.equals(entity.record().seenKey())) {
            throw new ProblemException(new Problem.BadRequest(
                    entity.record().name(),
                    Text.of("destinations.other-key"),
                    Text.of("destinations.try-again-first")));
        }
        entity.trust(fingerprint);
    }

    /** Reaches it, writes something small there and removes it; keeps what came of that. */
    public StoredDestination tryOut(long id) throws ProblemException {
        StoredDestination one = get(id);
        OptionalLong room = OptionalLong.empty();
        String trouble = "";
        String key = "";
        try (Destination opened = open(one.id())) {
            room = opened.tryOut();
        } catch (ProblemException e) {
            trouble = e.problem().reason() + " " + e.problem().remedy();
            key = e.problem() instanceof Problem.UntrustedHost host ? host.fingerprint() : "";
        }
        return tried(id, room, trouble, key);
    }

    private StoredDestination tried(long id, OptionalLong room, String trouble, String key) {
        return transaction.execute(status -> {
            DestinationEntity entity = all.findById(id).orElseThrow();
            entity.tried(clock.instant(), room, trouble, key);
            return entity.record();
        });
    }

    /**
     * The folder of one that is a folder.
     *
     * @throws ProblemException if it is none, or leads out of the roots
     */
    public Path folder(long id) throws ProblemException {
        return opener.folder(get(id));
    }

    /**
     * Opens it.
     *
     * @throws ProblemException if it cannot be reached, or its secret cannot be opened
     */
    public Destination open(long id) throws ProblemException {
        DestinationEntity entity = entity(id);
        StoredDestination one = entity.record();
        String secret = secrets.open(entity.secret(), PURPOSE).orElse("");
        if (secret.isEmpty() && one.kind() != StoredDestination.Kind.FOLDER) {
            throw new ProblemException(new Problem.CannotWrite(
                    one.name(), Text.of("destinations.no-secret"), Text.of("destinations.enter-it-again")));
        }
        return opener.open(one, secret);
    }
}
