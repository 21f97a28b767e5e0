package app.vineparcel.web.runs;

import app.vineparcel.core.Notice;
import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.MadeStates;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.web.sources.NoticeList;
import app.vineparcel.web.sources.PieceOrigins;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One output file of a run, with the recipe as it then stood. */
@Entity
public class Rendition {

    /** How far it has come. */
    public enum State {
        WAITING,
        RENDERING,
        DONE,
        FAILED,
        LEFT_OUT
    }

    /** Of what its columns hold. */
    private static final int LONGEST_TEXT = 1000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long runId;
    private int position;
    private long sourceId;
    private int sourceNumber;
    private String channel = "";
    private String channelFolder = "";
    private String recipeTitle = "";
    private String recipeBody = "";
    private String path = "";
    private @Nullable Long pieceId;
    private double density = 1;
    private String pages = "";
    private String keptOut = "";

    @Enumerated(EnumType.STRING)
    private FolderScheme.Kind scheme = FolderScheme.Kind.RECIPES;

    private String pattern = "";
    private boolean withoutLocation;
    private @Nullable String ownFolder;
    private String suffix = "";
    private @Nullable Long recipeId;
    private @Nullable Integer recipeVersion;
    private @Nullable Long channelId;
    private String sourceWord = "";
    private String framing = "";

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

    /** For Hibernate. */
    protected Rendition() {}

    /**
     * A file of a run.
     *
     * @param origin of its piece
     */
    Rendition(long runId, int position, PieceOrigins.Origin origin, PlannedRendition planned) {
        this.runId = runId;
        this.position = position;
        this.sourceId = origin.sourceId();
        this.sourceWord = origin.word();
        this.framing = MadeStates.word(planned.framing());
        this.pieceId = Long.parseLong(planned.piece().id());
        this.density = planned.column().density();
        this.pages = planned.pages().stream().map(PlanPiece::id).collect(Collectors.joining(","));
        this.keptOut = planned.column().rules().keptOut().stream().sorted().collect(Collectors.joining("\n"));
        this.scheme = planned.column().rules().scheme().kind();
        this.pattern = planned.column().rules().scheme().pattern();
        this.withoutLocation = planned.column().rules().withoutLocation();
        this.ownFolder = planned.column().placement().folder().orElse(null);
        this.suffix = planned.column().placement().suffix();
        this.sourceNumber = planned.piece().number();
        this.channel = planned.column().channel();
        this.channelFolder = planned.column().folder();
        this.recipeTitle = planned.column().recipe().title();
        this.recipeBody = RecipeWriter.write(planned.column().recipe());
        this.path = planned.path();
        this.width = planned.size().width();
        this.height = planned.size().height();
        this.predictedBytes = planned.predictedBytes();
    }

    void begin() {
        state = State.RENDERING;
    }

    void end(Outcome outcome) {
        millis = outcome.millis();
        if (outcome instanceof Outcome.Done done) {
            state = State.DONE;
            width = done.size().width();
            height = done.size().height();
            bytes = done.bytes();
            sha256 = done.sha256();
            clipped = done.clipped();
            written = Sentences.format(done.format());
            notices = NoticeList.written(done.notices());
        } else if (outcome instanceof Outcome.Failed failed) {
            state = State.FAILED;
            reason = shortened(failed.problem().reason());
            remedy = shortened(failed.problem().remedy());
        } else {
            state = State.LEFT_OUT;
        }
    }

    private static String shortened(String text) {
        String kept = text.replace("\0", "");
        return kept.length() > LONGEST_TEXT ? kept.substring(0, LONGEST_TEXT - 1) + "…" : kept;
    }

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

    double density() {
        return density;
    }

    /** Its pieces in order, where it is made of several. */
    List<Long> pages() {
        return pages.isEmpty()
                ? List.of()
                : Stream.of(pages.split(",")).map(Long::valueOf).toList();
    }

    /** What the channel asked for. */
    ChannelRules rules() {
        return new ChannelRules(
                keptOut.isEmpty() ? Set.of() : Set.of(keptOut.split("\n")),
                new FolderScheme(scheme, pattern),
                OptionalLong.empty(), // the kept recipe is under it already
                withoutLocation);
    }

    /** What the channel said of the recipe. */
    Placement placement() {
        return new Placement(Optional.ofNullable(ownFolder), suffix);
    }

    /** For which channel and by which version of which kept recipe it was planned. */
    void by(long channel, long recipe, int version) {
        channelId = channel;
        recipeId = recipe;
        recipeVersion = version;
    }

    /** The kept recipe that it was planned by; empty for runs from before versions were kept. */
    public Optional<Long> recipeId() {
        return Optional.ofNullable(recipeId);
    }

    /** Of the kept recipe. */
    public int recipeVersion() {
        return recipeVersion == null ? 0 : recipeVersion;
    }

    int sourceNumber() {
        return sourceNumber;
    }

    public String channel() {
        return channel;
    }

    String channelFolder() {
        return channelFolder;
    }

    public String recipeTitle() {
        return recipeTitle;
    }

    /** The recipe as it stood when the run was started, with what was otherwise for this piece. */
    public Recipe recipe() {
        try {
            return RecipeReader.read(recipeBody, recipeTitle);
        } catch (RecipeException e) {
            throw new IllegalStateException("the recipe kept with rendition " + id + " cannot be read", e);
        }
    }

    /** Relative to the assignment's destination. */
    public String path() {
        return path;
    }

    public State state() {
        return state;
    }

    public boolean isDone() {
        return state == State.DONE;
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

    /** Why it failed; empty otherwise. */
    public String reason() {
        return reason == null ? "" : reason;
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
