package app.vineparcel.web.destinations;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** What is kept of a destination. */
@Entity(name = "Destination")
class DestinationEntity {

    private static final int LONGEST_TROUBLE = 1000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String name = "";

    @Enumerated(EnumType.STRING)
    private StoredDestination.Kind kind = StoredDestination.Kind.FOLDER;

    private String host = "";
    private int port;
    private String account = "";
    private String bucket = "";
    private String region = "";
    private String folder = "";
    private byte @Nullable [] secret;
    private String hostKey = "";
    private String seenKey = "";
    private @Nullable Instant triedAt;
    private @Nullable Long room;
    private String trouble = "";
    private @Nullable Instant removedAt;

    /** For Hibernate. */
    protected DestinationEntity() {}

    DestinationEntity(DestinationForm form) {
        change(form);
    }

    /** Takes everything over but the secret. What was trusted, kept and tried belongs to the former place where that is another one. */
    final void change(DestinationForm form) {
        if (form.isElsewhere(record())) {
            secret = null;
        }
        if (!host.equals(form.host()) || port != form.port()) {
            hostKey = "";
        }
        name = form.name();
        kind = form.kind();
        host = form.host();
        port = form.port();
        account = form.account();
        bucket = form.bucket();
        region = form.region();
        folder = form.folder();
        seenKey = "";
        triedAt = null;
        room = null;
        trouble = "";
    }

    void keep(byte[] sealed) {
        secret = sealed.clone();
    }

    byte[] secret() {
        return secret == null ? new byte[0] : secret.clone();
    }

    void tried(Instant now, OptionalLong free, String what, String key) {
        triedAt = now;
        room = free.isPresent() ? free.getAsLong() : null;
        trouble = what.length() > LONGEST_TROUBLE ? what.substring(0, LONGEST_TROUBLE) : what;
        seenKey = key;
    }

    void trust(String key) {
        hostKey = key;
        seenKey = "";
    }

    void remove(Instant now) {
        removedAt = now;
    }

    void restore() {
        removedAt = null;
    }

    StoredDestination record() {
        return new StoredDestination(
                id == null ? 0 : id,
                name,
                kind,
                host,
                port,
                account,
                bucket,
                region,
                folder,
                secret != null,
                hostKey,
                seenKey,
                Optional.ofNullable(triedAt),
                room == null ? OptionalLong.empty() : OptionalLong.of(room),
                trouble,
                removedAt != null);
    }
}
