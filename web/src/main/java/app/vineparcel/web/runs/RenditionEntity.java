package app.vineparcel.web.runs;

import app.vineparcel.core.Notice;
import app.vineparcel.web.sources.NoticeList;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One output file of a run, as far as people are told of it; what makes it is its {@link app.vineparcel.core.render.Order}. */
@Entity(name = "Rendition")
@Immutable
class RenditionEntity implements Rendition {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long runId;
    private int position;
    private long sourceId;
    private int unit;
    private String channel = "";
    private String recipeTitle = "";
    private @Nullable String recipeBody;
    private String path = "";
    private @Nullable Long pieceId;

    private @Nullable Long recipeId;
    private @Nullable Integer recipeVersion;

    @Enumerated(EnumType.STRING)
    private State state = State.WAITING;

    private int width;
    private int height;
    private long predictedBytes;
    private @Nullable Long bytes;

    @JdbcTypeCode(SqlTypes.CHAR)
    @Column(length = 64)
    private @Nullable String sha256;

    private @Nullable Double clipped;
    private @Nullable String written;
    private String notices = "[]";
    private @Nullable Long millis;
    private @Nullable String reason;
    private @Nullable String remedy;
    private @Nullable Instant againAt;

    /** For Hibernate. */
    protected RenditionEntity() {}

    @Override
    public List<Notice> notices() {
        return NoticeList.read(notices);
    }

    @Override
    public long id() {
        return id == null ? 0 : id;
    }

    @Override
    public long runId() {
        return runId;
    }

    @Override
    public long sourceId() {
        return sourceId;
    }

    @Override
    public long pieceId() {
        return pieceId == null ? 0 : pieceId;
    }

    @Override
    public Optional<Long> recipeId() {
        return Optional.ofNullable(recipeId);
    }

    @Override
    public int recipeVersion() {
        return recipeVersion == null ? 0 : recipeVersion;
    }

    @Override
    public String channel() {
        return channel;
    }

    @Override
    public String recipeTitle() {
        return recipeTitle;
    }

    @Override
    public Optional<String> recipeBody() {
        return Optional.ofNullable(recipeBody);
    }

    @Override
    public int position() {
        return position;
    }

    @Override
    public int unit() {
        return unit;
    }

    @Override
    public String path() {
        return path;
    }

    @Override
    public State state() {
        return state;
    }

    @Override
    public boolean isDone() {
        return state == State.DONE || state == State.UNCHANGED;
    }

    @Override
    public int width() {
        return width;
    }

    @Override
    public int height() {
        return height;
    }

    @Override
    public long bytes() {
        return bytes == null ? predictedBytes : bytes;
    }

    @Override
    public String sha256() {
        return sha256 == null ? "" : sha256;
    }

    @Override
    public double clipped() {
        return clipped == null ? 0 : clipped;
    }

    @Override
    public String written() {
        return written == null ? "" : written;
    }

    @Override
    public long millis() {
        return millis == null ? 0 : millis;
    }

    @Override
    public String reason() {
        return reason == null ? "" : reason;
    }

    @Override
    public Optional<Instant> againAt() {
        return state == State.WAITING ? Optional.ofNullable(againAt) : Optional.empty();
    }

    @Override
    public String remedy() {
        return remedy == null ? "" : remedy;
    }

    @Override
    public String fileName() {
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
