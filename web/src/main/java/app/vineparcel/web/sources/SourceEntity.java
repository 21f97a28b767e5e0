package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A file imported, and what was read of it. */
@Entity(name = "Source")
class SourceEntity implements Source {

    private static final int MOST_ATTEMPTS = 2;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long assignmentId;
    private int position;

    @Enumerated(EnumType.STRING)
    private Origin origin = Origin.UPLOAD;

    private String folder = "";
    private String fileName = "";
    private String path = "";

    @Enumerated(EnumType.STRING)
    private State state = State.WAITING;

    private long changed;
    private int version = 1;
    private @Nullable String reason;
    private @Nullable String remedy;
    private @Nullable Long bytes;

    @Enumerated(EnumType.STRING)
    private @Nullable SourceFormat format;

    private @Nullable Integer width;
    private @Nullable Integer height;
    private @Nullable String profileTitle;

    @Enumerated(EnumType.STRING)
    private @Nullable ColourModel profileModel;

    private @Nullable String profileFault;
    private @Nullable Short orientation;
    private @Nullable LocalDateTime taken;
    private @Nullable String camera;
    private @Nullable String lens;
    private @Nullable String creator;
    private @Nullable String copyright;
    private @Nullable String credit;
    private @Nullable String licence;
    private @Nullable String contact;
    private boolean hasLocation;
    private @Nullable String altText;

    @Column(name = "suggested_x")
    private @Nullable Double suggestedX;

    @Column(name = "suggested_y")
    private @Nullable Double suggestedY;

    @Column(name = "focus_x")
    private @Nullable Double focusX;

    @Column(name = "focus_y")
    private @Nullable Double focusY;

    private String notices = "[]";
    private String layers = "[]";
    private String keptOut = "";

    @Enumerated(EnumType.STRING)
    private PageBox pageBox = PageBox.CROP;

    private boolean locked;
    private int attempts;
    private boolean paper;
    private boolean missing;
    private @Nullable Long fileBytes;
    private @Nullable Instant modifiedAt;
    private @Nullable String sha256;
    private @Nullable Instant removedAt;

    /** For Hibernate. */
    protected SourceEntity() {}

    SourceEntity(long assignmentId, int position, Origin origin, String folder, Path file, long changed) {
        this.assignmentId = assignmentId;
        this.position = position;
        this.origin = origin;
        this.folder = folder;
        this.fileName = file.getFileName().toString();
        this.path = file.toString();
        this.changed = changed;
    }

    @Override
    public boolean attempt() {
        if (attempts >= MOST_ATTEMPTS) {
            return false;
        }
        attempts++;
        return true;
    }

    /** An attempt that was broken off from outside does not count. */
    void attemptBack() {
        attempts = Math.max(0, attempts - 1);
    }

    /** To be read again, as if for the first time. */
    void again(long change) {
        state = State.WAITING;
        attempts = 0;
        changed = change;
        removedAt = null;
        missing = false;
    }

    /** Takes it out of its assignment; what was delivered of it still knows it. */
    void remove(Instant now, long change) {
        state = State.REMOVED;
        changed = change;
        removedAt = now;
    }

    /** Notes how its file is before it is read, to see later whether it is another one. */
    void stamp(FileStamp stamp) {
        fileBytes = stamp.bytes();
        modifiedAt = stamp.modified();
        missing = false;
    }

    /** Keeps what its file held, where that is still the file that was read. */
    void hold(FileContent content) {
        boolean same = stamp().filter(new FileStamp(content.bytes(), content.modified())::equals)
                .isPresent();
        sha256 = same ? content.sha256() : null;
    }

    @Override
    public Optional<FileContent> content() {
        return stamp().filter(known -> sha256 != null)
                .map(known -> new FileContent(known.bytes(), known.modified(), String.valueOf(sha256)));
    }

    /**
     * Compares its file with what was read: one that is gone is marked, one that is another is to be read again as a new version.
     *
     * @return whether it is to be read again
     */
    boolean compare(Optional<FileStamp> now, long change) {
        boolean other = now.isPresent()
                && modifiedAt != null
                && !now.get().equals(new FileStamp(fileBytes == null ? 0 : fileBytes, modifiedAt));
        missing = now.isEmpty();
        changed = change;
        if (other) {
            version++;
            state = State.WAITING;
            attempts = 0;
        }
        return other;
    }

    @Override
    public boolean isMissing() {
        return missing;
    }

    @Override
    public Optional<Instant> removedAt() {
        return Optional.ofNullable(removedAt);
    }

    @Override
    public Optional<FileStamp> stamp() {
        return modifiedAt == null
                ? Optional.empty()
                : Optional.of(new FileStamp(fileBytes == null ? 0 : fileBytes, modifiedAt));
    }

    @Override
    public boolean isOnPaper() {
        return paper;
    }

    void read(SourceInfo info, FocalPoint suggested, long change) {
        attempts = 0;
        paper |= format == null && info.format() == SourceFormat.PDF; // as every reader shows its pages
        suggestedX = suggested.x();
        suggestedY = suggested.y();
        state = State.READY;
        changed = change;
        reason = null;
        remedy = null;
        bytes = info.bytes();
        format = info.format();
        width = info.size().width();
        height = info.size().height();
        profileTitle = shortened(info.profileTitle(), 200);
        profileModel = info.profileModel().orElse(null);
        profileFault = shortened(info.profileFault(), 500);
        PhotoFacts facts = info.facts();
        orientation = (short) facts.orientation().exif();
        taken = facts.taken().orElse(null);
        camera = shortened(facts.camera(), 200);
        lens = shortened(facts.lens(), 200);
        creator = shortened(facts.rights().creator(), 500);
        copyright = shortened(facts.rights().copyright(), 500);
        credit = shortened(facts.rights().credit(), 500);
        licence = shortened(facts.rights().licence(), 500);
        contact = shortened(facts.rights().contact(), 500);
        hasLocation = facts.hasLocation();
        altText = shortened(facts.altText(), 2000);
        notices = NoticeList.written(info.notices());
    }

    void layers(List<Layer> found) {
        layers = LayerList.written(found);
    }

    /** How documents are taken from now on. */
    void setOptions(PageBox box, List<String> without, boolean onPaper, long change) {
        pageBox = box;
        paper = onPaper;
        keptOut = String.join("\n", without);
        changed = change;
    }

    /** Another file in its stead, to be read. */
    void replace(Path file, long change) {
        version++;
        path = file.toString();
        fileName = file.getFileName().toString();
        origin = Origin.UPLOAD; // it lies with the uploads now, wherever the former one lies
        state = State.WAITING;
        attempts = 0;
        locked = false;
        changed = change;
    }

    void refused(Problem problem, long change) {
        state = State.UNREADABLE;
        attempts = 0;
        locked = problem instanceof Problem.Locked;
        changed = change;
        reason = shortened(Optional.of(problem.reason()), 1000);
        remedy = shortened(Optional.of(problem.remedy()), 1000);
    }

    private static @Nullable String shortened(Optional<String> text, int most) {
        return text.map(s -> s.replace("\0", ""))
                .map(s -> s.length() > most ? s.substring(0, most) : s)
                .orElse(null);
    }

    @Override
    public long id() {
        return id == null ? 0 : id;
    }

    @Override
    public long assignmentId() {
        return assignmentId;
    }

    @Override
    public int position() {
        return position;
    }

    @Override
    public Origin origin() {
        return origin;
    }

    @Override
    public String folder() {
        return folder;
    }

    @Override
    public String fileName() {
        return fileName;
    }

    @Override
    public Path file() {
        return Path.of(path);
    }

    @Override
    public State state() {
        return state;
    }

    @Override
    public long changed() {
        return changed;
    }

    @Override
    public int version() {
        return version;
    }

    @Override
    public boolean isLocked() {
        return state == State.UNREADABLE && locked;
    }

    @Override
    public boolean isDocument() {
        return isKnown() && format != null && format.isDocument();
    }

    @Override
    public List<Layer> layers() {
        return LayerList.read(layers);
    }

    @Override
    public List<String> keptOut() {
        return keptOut.isEmpty() ? List.of() : List.of(keptOut.split("\n"));
    }

    @Override
    public PageBox pageBox() {
        return pageBox;
    }

    @Override
    public SourceOptions options() {
        return new SourceOptions(pageBox, Set.copyOf(keptOut()), paper);
    }

    @Override
    public boolean isReady() {
        return state == State.READY;
    }

    @Override
    public boolean isKnown() {
        return isReady() || isReadAgain();
    }

    @Override
    public boolean isReadAgain() {
        return state == State.WAITING && format != null && width != null;
    }

    @Override
    public Optional<String> altText() {
        return Optional.ofNullable(altText);
    }

    @Override
    public String reason() {
        return reason == null ? "" : reason;
    }

    @Override
    public String remedy() {
        return remedy == null ? "" : remedy;
    }

    /** Keeps a focal point that a person set; empty goes back to the suggested one. */
    void focus(Optional<FocalPoint> point) {
        focusX = point.map(FocalPoint::x).orElse(null);
        focusY = point.map(FocalPoint::y).orElse(null);
    }

    @Override
    public Optional<FocalPoint> focus() {
        if (focusX != null && focusY != null) {
            return Optional.of(new FocalPoint(focusX, focusY));
        }
        return suggestedX != null && suggestedY != null
                ? Optional.of(new FocalPoint(suggestedX, suggestedY))
                : Optional.empty();
    }

    @Override
    public boolean isFocusByHand() {
        return focusX != null;
    }

    @Override
    public String name() {
        int dot = fileName.lastIndexOf('.');
        return dot > 0 ? fileName.substring(0, dot) : fileName;
    }

    @Override
    public SourceInfo info() {
        if (!isKnown() || format == null || width == null || height == null || bytes == null) {
            throw new IllegalStateException("source " + id + " has not been read");
        }
        PhotoFacts facts = new PhotoFacts(
                Orientation.ofExif(orientation == null ? 1 : orientation),
                Optional.ofNullable(taken),
                Optional.ofNullable(camera),
                Optional.ofNullable(lens),
                new Rights(
                        Optional.ofNullable(creator),
                        Optional.ofNullable(copyright),
                        Optional.ofNullable(credit),
                        Optional.ofNullable(licence),
                        Optional.ofNullable(contact)),
                hasLocation,
                Optional.ofNullable(altText));
        return new SourceInfo(
                fileName,
                bytes,
                format,
                new PixelSize(width, height),
                Optional.ofNullable(profileTitle),
                Optional.ofNullable(profileModel),
                Optional.ofNullable(profileFault),
                facts,
                NoticeList.read(notices));
    }
}
