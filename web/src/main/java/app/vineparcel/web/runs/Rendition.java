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
@Entity
@Immutable
public class Rendition {

    /** How far it has come. */
    public enum State {
        WAITING,
        RENDERING,
        DONE,
        /** In place since an earlier run, and as it would come out today. */
        UNCHANGED,
        FAILED,
        LEFT_OUT
    }

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
    protected Rendition() {}

    /** What was found while it was made. */
    public List<Notice> notices() {
        return NoticeList.read(notices);
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public long runId() {
        return runId;
    }

    public long sourceId() {
        return sourceId;
    }

    /** What it shows; of the first page where it has several. */
    public long pieceId() {
        return pieceId == null ? 0 : pieceId;
    }

    /** The kept recipe that it was planned by; empty for runs from before versions were kept. */
    public Optional<Long> recipeId() {
        return Optional.ofNullable(recipeId);
    }

    /** Of the kept recipe. */
    public int recipeVersion() {
        return recipeVersion == null ? 0 : recipeVersion;
    }

    public String channel() {
        return channel;
    }

    public String recipeTitle() {
        return recipeTitle;
    }

    /** The recipe as a run of a former version kept it; empty where the order has it. */
    Optional<String> recipeBody() {
        return Optional.ofNullable(recipeBody);
    }

    /** Which rendition of its run, from 1. */
    public int position() {
        return position;
    }

    /** With which others it is made together. */
    int unit() {
        return unit;
    }

    /** Relative to the assignment's destination. */
    public String path() {
        return path;
    }

    public State state() {
        return state;
    }

    /** Whether its file is where it belongs, made by this run or before. */
    public boolean isDone() {
        return state == State.DONE || state == State.UNCHANGED;
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** The file's size; as predicted until it is there. */
    public long bytes() {
        return bytes == null ? predictedBytes : bytes;
    }

    /** The sum of the file's content; empty until it is there. */
    public String sha256() {
        return sha256 == null ? "" : sha256;
    }

    /** The share, 0 to 1, of pixels that the target's gamut does not hold; 0 where it was not measured. */
    public double clipped() {
        return clipped == null ? 0 : clipped;
    }

    /** The format as it was written, in words; empty until it is there. */
    public String written() {
        return written == null ? "" : written;
    }

    /** How long it took, ms. */
    public long millis() {
        return millis == null ? 0 : millis;
    }

    /** Why it failed, or has to wait; empty otherwise. */
    public String reason() {
        return reason == null ? "" : reason;
    }

    /** When it is tried again, where it waits for its destination. */
    public Optional<Instant> againAt() {
        return state == State.WAITING ? Optional.ofNullable(againAt) : Optional.empty();
    }

    /** What to do about it; empty otherwise. */
    public String remedy() {
        return remedy == null ? "" : remedy;
    }

    /** The last part of the path. */
    public String fileName() {
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
