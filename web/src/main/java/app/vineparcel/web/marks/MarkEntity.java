package app.vineparcel.web.marks;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What is known of a mark besides its files, which lie on the shelf. */
@Entity(name = "Mark")
class MarkEntity {

    private static final int LONGEST_TITLE = 120;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String title = "";
    private String file = "";
    private @Nullable String onDark;
    private @Nullable Instant removedAt;

    /** For Hibernate. */
    protected MarkEntity() {}

    MarkEntity(String title, String file, Optional<String> onDark) {
        this.file = file;
        change(title, onDark);
    }

    final void change(String wanted, Optional<String> dark) {
        title = wanted.isBlank()
                ? file
                : wanted.strip()
                        .substring(0, Math.min(LONGEST_TITLE, wanted.strip().length()));
        onDark = dark.orElse(null);
    }

    void remove(Instant now) {
        removedAt = now;
    }

    void bringBack() {
        removedAt = null;
    }

    /** Whether it is out of sight; recipes that name it keep it. */
    public boolean isRemoved() {
        return removedAt != null;
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public String title() {
        return title;
    }

    /** The bare name of its file, for light ground. */
    public String file() {
        return file;
    }

    /** The bare name of the file for dark ground. */
    public Optional<String> onDark() {
        return Optional.ofNullable(onDark);
    }

    /** As everybody else sees it. */
    Mark record() {
        return new Mark(id(), title, file, onDark());
    }
}
