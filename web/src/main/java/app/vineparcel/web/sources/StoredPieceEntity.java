package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.source.Piece;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;

/** A piece of a source, or a sheet of several pieces, and what people call it. */
@Entity(name = "StoredPiece")
@Table(name = "piece")
class StoredPieceEntity implements StoredPiece {

    /** The longest name that people can give. */
    static final int LONGEST_NAME = 200;

    private static final double INCH = 25.4;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long assignmentId;
    private @Nullable Long sourceId;
    private int position;
    private String key = "";

    @Enumerated(EnumType.STRING)
    private Piece.Kind kind = Piece.Kind.PICTURE;

    private String ownName = "";
    private @Nullable String givenName;
    private @Nullable String altText;
    private double width;
    private double height;
    private @Nullable Double unitsPerInch;

    @Column(name = "region_x")
    private @Nullable Double regionX;

    @Column(name = "region_y")
    private @Nullable Double regionY;

    private @Nullable Double baseWidth;
    private @Nullable Double baseHeight;
    private boolean present = true;
    private boolean offered = true;
    private String notices = "[]";
    private String wants = "";

    @Column(name = "sheet")
    private @Nullable String sheetBody;

    /** For Hibernate. */
    protected StoredPieceEntity() {}

    StoredPieceEntity(long assignmentId, @Nullable Long sourceId, Piece piece) {
        this.assignmentId = assignmentId;
        this.sourceId = sourceId;
        this.key = piece.key();
        update(piece);
    }

    /** What the source says of it now. */
    final void update(Piece piece) {
        key = piece.key();
        kind = piece.kind();
        ownName = piece.name().length() > 300 ? piece.name().substring(0, 300) : piece.name();
        width = piece.size().width();
        height = piece.size().height();
        unitsPerInch = piece.unitsPerInch().isPresent() ? piece.unitsPerInch().getAsDouble() : null;
        present = true;
        offered = piece.offered();
        notices = NoticeList.written(piece.notices());
        wants = String.join(" ", piece.wants());
    }

    @Override
    public List<String> wants() {
        return wants.isEmpty() ? List.of() : List.of(wants.split(" "));
    }

    @Override
    public boolean isAsked() {
        return kind == Piece.Kind.OBJECT && !wants.isEmpty();
    }

    /** Where a region lies, and how large what it lies on was then. */
    void setRegion(Box box, Extent base) {
        regionX = box.x();
        regionY = box.y();
        width = box.width();
        height = box.height();
        baseWidth = base.width();
        baseHeight = base.height();
    }

    void setSheet(String sheet, Extent size) {
        sheetBody = sheet;
        width = size.width();
        height = size.height();
    }

    void rename(String name) {
        givenName = name.isBlank() || name.equals(ownName) ? null : name.strip();
    }

    void tell(@Nullable String words) {
        altText = words;
    }

    @Override
    public Optional<String> altText() {
        return Optional.ofNullable(altText);
    }

    void setPosition(int at) {
        position = at;
    }

    void markGone() {
        present = false;
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
    public Optional<Long> sourceId() {
        return Optional.ofNullable(sourceId);
    }

    @Override
    public int position() {
        return position;
    }

    @Override
    public String key() {
        return key;
    }

    @Override
    public Piece.Kind kind() {
        return kind;
    }

    @Override
    public String name() {
        return givenName == null ? ownName : givenName;
    }

    @Override
    public String ownName() {
        return ownName;
    }

    @Override
    public boolean isRenamed() {
        return givenName != null;
    }

    @Override
    public boolean isPresent() {
        return present;
    }

    @Override
    public boolean isOffered() {
        return offered;
    }

    /** Whether it is a region of a piece. */
    boolean isRegionOf(StoredPiece base) {
        return isRegion() && sourceId().equals(base.sourceId()) && key().equals(base.key());
    }

    @Override
    public boolean isRegion() {
        return kind == Piece.Kind.REGION;
    }

    @Override
    public boolean isBesideOthers() {
        return switch (kind) {
            case REGION, OBJECT, LAYER, SHEET -> true;
            default -> false;
        };
    }

    @Override
    public boolean isSheet() {
        return kind == Piece.Kind.SHEET;
    }

    @Override
    public String sheetBody() {
        return sheetBody == null ? "" : sheetBody;
    }

    @Override
    public Extent extent() {
        return new Extent(width, height);
    }

    @Override
    public Optional<Box> box() {
        return regionX == null || regionY == null
                ? Optional.empty()
                : Optional.of(new Box(regionX, regionY, width, height));
    }

    @Override
    public Optional<Extent> base() {
        return baseWidth == null || baseHeight == null
                ? Optional.empty()
                : Optional.of(new Extent(baseWidth, baseHeight));
    }

    @Override
    public Piece piece() {
        OptionalDouble units = unitsPerInch == null ? OptionalDouble.empty() : OptionalDouble.of(unitsPerInch);
        return new Piece(key, name(), kind, extent(), units, box(), offered, NoticeList.read(notices), wants());
    }

    @Override
    public String sizeWords() {
        String pixels = extent().rounded().toString();
        if (unitsPerInch == null) {
            return pixels;
        }
        double mm = INCH / unitsPerInch;
        return kind == Piece.Kind.PAGE
                ? String.format(Locale.ROOT, "%.0f × %.0f mm", width * mm, height * mm)
                : String.format(Locale.ROOT, "%s · %.0f × %.0f mm", pixels, width * mm, height * mm);
    }
}
