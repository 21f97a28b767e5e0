package app.vineparcel.web.assignments;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One body of work. */
@Entity
public class Assignment {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String name = "";
    private Instant createdAt = Instant.EPOCH;

    /** For Hibernate. */
    protected Assignment() {}

    Assignment(String name, Instant createdAt) {
        this.name = name;
        this.createdAt = createdAt;
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public String name() {
        return name;
    }

    public Instant createdAt() {
        return createdAt;
    }
}
