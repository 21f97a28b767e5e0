package app.vineparcel.web.assignments;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One body of work. */
@Entity(name = "Assignment")
class AssignmentEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String name = "";
    private Instant createdAt = Instant.EPOCH;
    private @Nullable Instant usedAt;
    private @Nullable Instant archivedAt;

    private boolean watched;
    private boolean renderChanges;

    /** For Hibernate. */
    protected AssignmentEntity() {}

    AssignmentEntity(String name, Instant createdAt) {
        this.name = name;
        this.createdAt = createdAt;
        this.usedAt = createdAt;
    }

    void rename(String other) {
        name = other;
    }

    void archive(Instant now) {
        archivedAt = now;
    }

    void restore() {
        archivedAt = null;
    }

    void watch(boolean folders, boolean render) {
        watched = folders;
        renderChanges = folders && render;
    }

    /** Whether what is new in its folders comes in by itself. */
    public boolean isWatched() {
        return watched;
    }

    /** Whether what changes in its folders is rendered by itself. */
    public boolean rendersChanges() {
        return renderChanges;
    }

    /** When somebody last worked in it. */
    public Instant usedAt() {
        return usedAt == null ? createdAt : usedAt;
    }

    /** Whether it was put away. */
    public boolean isArchived() {
        return archivedAt != null;
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

    /** As everybody else sees it. */
    Assignment record() {
        return new Assignment(id(), name, createdAt, usedAt(), watched, renderChanges, isArchived());
    }
}
